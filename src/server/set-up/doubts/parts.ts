import { type Finder, type Found, grouped } from './look';

/** Parts that work asks for and that are short: no van has them, and no depot. */
export const PART_DOUBTS: readonly Finder[] = [
  (look) => {
    const { data, who } = look.world;
    const there = new Set([
      ...[...data.depots.values()].flatMap((d) => d.parts.map((p) => p.partId)),
      ...data.technicians.flatMap((t) => t.parts.map((p) => p.partId)),
    ]);
    const asked = who.visits.flatMap((visit) =>
      (look.needs(visit)?.partIds ?? []).map((partId) => ({ partId, visit })),
    );
    return [...grouped(asked, (a) => (there.has(a.partId) ? null : a.partId))].map(
      ([partId, list]): Found => ({
        code: 'part-short',
        step: 'job-kinds',
        object: 'parts',
        id: partId,
        title: look.parts.get(partId) ?? partId,
        facts: {},
        visits: list.map((a) => a.visit),
      }),
    );
  },
];
