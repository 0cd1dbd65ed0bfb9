import { type EquipmentUnit, subtract } from '@/core/index';
import type { PlacementRow } from '@/db/repositories/plan/plans';
import type { Stored } from '@/db/repositories/shared/schedule';

type Unit = Stored<'equipment'>;

/** A unit that stays at its depot is of a kind of its own, which only work there asks for. */
export function createEquipmentKinds(units: readonly Unit[]) {
  const fixed = new Set(units.filter((u) => u.staysAtDepot).map((u) => `${u.kindId}@${u.depotId}`));
  return (kindId: string, premisesId: string | null): string =>
    premisesId !== null && fixed.has(`${kindId}@${premisesId}`) ? `${kindId}@${premisesId}` : kindId;
}

/**
 * Units and when they can be used: not while they are out of service, nor while work that the problem does
 * not hold has them. Kinds that are asked for and of which there is none get a unit that is never free.
 */
export function equipmentUnits(
  units: readonly Unit[],
  asked: readonly string[],
  taken: readonly PlacementRow[],
  horizon: { readonly originSec: number; readonly endSec: number },
): EquipmentUnit[] {
  const from = (sec: number): number => sec - horizon.originSec;
  const made = units
    .map((unit): EquipmentUnit => {
      const outages = unit.outages.map((o) => ({
        startSec: from(Math.floor(Date.parse(o.startsAt) / 1000)),
        endSec: from(Math.ceil(Date.parse(o.endsAt) / 1000)),
      }));
      const held = taken.flatMap((p) =>
        p.equipmentIds.includes(unit.id) && p.startAt !== null && p.endAt !== null
          ? [{ startSec: from(p.startAt), endSec: from(p.endAt) }]
          : [],
      );
      return {
        id: unit.id,
        kind: unit.staysAtDepot ? `${unit.kindId}@${unit.depotId}` : unit.kindId,
        free: subtract([{ startSec: -86_400, endSec: horizon.endSec }], [...outages, ...held]),
      };
    })
    .filter((u) => asked.includes(u.kind));
  const known = new Set(made.map((u) => u.kind));
  const missing = [...new Set(asked)].filter((kind) => !known.has(kind));
  return [...made, ...missing.map((kind) => ({ id: `no ${kind}`, kind, free: [] }))];
}
