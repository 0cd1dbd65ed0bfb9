import type { Visit } from '@/core/index';
import { type Finder, type Found, grouped } from './look';

/** Equipment that work asks for and that is not there, or is out of service at all times when it could be used. */
export const EQUIPMENT_DOUBTS: readonly Finder[] = [
  (look) => {
    const { data, built } = look.world;
    const from = (iso: string): number => Math.floor(Date.parse(iso) / 1000) - built.originSec;
    const asked = look.world.who.visits.flatMap((visit) =>
      [...new Set((visit.equipment ?? []).map((kind) => kind.split('@')[0]!))].map((kindId) => ({
        kindId,
        visit,
      })),
    );
    return [...grouped(asked, (a) => a.kindId)].flatMap(([kindId, list]): Found[] => {
      const units = data.equipment.filter((u) => u.kindId === kindId);
      const base = {
        step: 'crews',
        object: 'equipment-kinds',
        id: kindId,
        title: look.equipmentKinds.get(kindId) ?? kindId,
      } as const;
      const visits = list.map((a) => a.visit);
      if (units.length === 0) return [{ ...base, code: 'equipment-none', facts: {}, visits }];
      const isOut = (visit: Visit): boolean =>
        units.every((u) =>
          visit.windows.every((w) =>
            u.outages.some(
              (o) => from(o.startsAt) <= w.startSec && from(o.endsAt) >= w.latestSec + visit.durationSec,
            ),
          ),
        );
      const held = visits.filter((v) => v.windows.length > 0 && isOut(v));
      // Out of service for part of the time is worth saying where nothing else of the kind is left then.
      const out = units.flatMap((u) => u.outages.filter((o) => Date.parse(o.endsAt) / 1000 > look.now));
      if (held.length === 0 && (out.length === 0 || units.length > out.length)) return [];
      const [first] = out.sort((a, b) => a.startsAt.localeCompare(b.startsAt));
      return [
        {
          ...base,
          code: 'equipment-out',
          facts: {
            units: units.length,
            from: first?.startsAt ?? null,
            to: first?.endsAt ?? null,
            reason: first?.reason ?? '',
            unitId: units.find((u) => u.outages.includes(first as never))?.id ?? null,
          },
          visits: held,
        },
      ];
    });
  },
];
