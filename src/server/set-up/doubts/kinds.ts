import type { Visit } from '@/core/index';
import { type Finder, type Found, grouped, type Look } from './look';

/** What stands between the stuck visits of a kind and everybody: the rule that most often is the last one. */
function mainReason(look: Look, visits: readonly Visit[]): string {
  const counts = new Map<string, number>();
  for (const visit of visits.slice(0, 20))
    for (const rules of look.reasons(visit).values()) {
      const last = rules.at(-1);
      if (last) counts.set(last, (counts.get(last) ?? 0) + 1 / rules.length);
    }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'windows';
}

/** Work of one kind, all of which nobody may do. */
const nobodyMay: Finder = (look) => {
  const byKind = grouped(look.world.who.visits, (v) => v.kind ?? null);
  const stuck = new Set(look.stuck);
  return [...byKind].flatMap(([kindId, visits]): Found[] => {
    const held = visits.filter((v) => stuck.has(v));
    if (held.length < visits.length) return [];
    return [
      {
        code: 'kind-nobody',
        step: 'job-kinds',
        object: 'job-kinds',
        id: kindId,
        title: look.world.data.kinds.get(kindId)?.name ?? kindId,
        facts: { reason: mainReason(look, held) },
        visits: held,
      },
    ];
  });
};

/** Work for several at once in a territory where never so many who could do it work on one day. */
const noPair: Finder = (look) => {
  const { world } = look;
  const several = world.who.visits.filter((v) => (v.people ?? 1) > 1);
  const byPlace = grouped(several, (v) => `${v.kind} ${v.territoryId}`);
  return [...byPlace.values()].flatMap((visits): Found[] => {
    const [first] = visits;
    if (!first) return [];
    const needed = first.people ?? 1;
    const able = world.who.people.filter((id) => world.who.could(id, first));
    const byDay = grouped(
      world.built.problem.shifts.filter((s) => able.includes(s.personId)),
      (s) => String(s.dayIx),
    );
    const most = Math.max(0, ...[...byDay.values()].map((list) => new Set(list.map((s) => s.personId)).size));
    if (most >= needed || able.length === 0) return [];
    return [
      {
        code: 'kind-no-pair',
        step: 'job-kinds',
        object: 'job-kinds',
        id: first.kind ?? null,
        title: world.data.kinds.get(first.kind ?? '')?.name ?? '',
        facts: {
          needed,
          most,
          territory: world.data.territories.get(first.territoryId ?? '')?.name ?? '',
          territoryId: first.territoryId,
        },
        visits,
      },
    ];
  });
};

/** Kinds that are allowed only in hours in which the place is never open for them. */
const noHours: Finder = (look) => {
  const shut = look.stuck.filter(
    (v) => v.access !== undefined && v.access.length === 0 && look.rowOf(v)?.isLocated,
  );
  return [...grouped(shut, (v) => v.kind ?? null)].map(([kindId, visits]) => ({
    code: 'kind-no-hours' as const,
    step: 'job-kinds' as const,
    object: 'job-kinds' as const,
    id: kindId,
    title: look.world.data.kinds.get(kindId)?.name ?? kindId,
    facts: { where: [...new Set(visits.map((v) => look.rowOf(v)?.site ?? ''))].slice(0, 3) },
    visits,
  }));
};

export const KIND_DOUBTS: readonly Finder[] = [nobodyMay, noPair, noHours];
