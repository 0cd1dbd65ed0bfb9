import { z } from 'zod';
import type { Extent } from '@/contract/runs/run';
import { type Board, indexProblem, keptBoardOf, matrixOnDemand, type TravelMatrix } from '@/core/index';
import { type PlacementRow, readLivePlan } from '@/db/repositories/plan/plans';
import type { VisitRow } from '@/db/repositories/shared/schedule';
import { type HoldRow, readHolds } from '@/db/repositories/work/holds';
import { wallSec } from '../../shared/clock';
import type { HandGround } from '../../shared/hand/hand-board';
import { judged, type KeptPlan } from '../../shared/judged-plans';
import { livePlaybook } from '../../shared/playbooks';
import { buildProblem } from '../../shared/problem/build-problem';
import type { Places } from '../../shared/problem/places';
import { type Ground, readGround } from '../../shared/travel/ground';
import type { Unit } from '../../shared/unit';

/** The live plan with work that is only asked for, and with the times that are kept for others as if they were promised. */
export interface OfferGround extends HandGround {
  readonly kept: KeptPlan;
  readonly board: Board;
  /** What stands for times that are kept for others: none of it moves. */
  readonly held: ReadonlySet<string>;
}

/** Where a kept time is: people and moments. */
export const heldSeats = z.array(
  z.strictObject({
    personId: z.string(),
    date: z.string(),
    startAt: z.number(),
    endAt: z.number(),
    equipmentIds: z.array(z.string()),
  }),
);

/** Grounds that were opened lately, with what they were made of. They go with the plan that they are about. */
const opened = new WeakMap<KeptPlan, Map<string, OfferGround>>();
const MOST_OPENED = 12;

function placementsOf({ visit, seats }: HoldRow): PlacementRow[] {
  const { id } = visit as VisitRow;
  return heldSeats.parse(seats).map((s, i) => ({
    visitId: id,
    part: 1,
    seat: i + 1,
    personId: s.personId,
    date: s.date,
    startAt: s.startAt,
    endAt: s.endAt,
    equipmentIds: s.equipmentIds,
    overlapReason: null,
  }));
}

/** Legs as the plan knows them; those of places that it does not know are found around each of these at once. */
function travelBeyond(kept: KeptPlan, ground: Ground, places: Places): TravelMatrix {
  const { travel, places: known } = kept.built.problem;
  const n = known.length;
  const points = places.points();
  const around = new Map(points.slice(n).map((p, i) => [n + i, ground.legsAround(p, points)] as const));
  const cell = (matrix: ArrayLike<number>, slice: number, what: 'sec' | 'm') =>
    matrixOnDemand(points.length, (from, to) => {
      if (from < n && to < n) return matrix[from * n + to]!;
      const out = around.get(from);
      return out ? out[slice]!.to[to]![what] : around.get(to)![slice]!.from[from]![what];
    });
  return {
    durationSec: cell(travel.durationSec, 0, 'sec'),
    distanceM: cell(travel.distanceM, 0, 'm'),
    ...(travel.byTime
      ? {
          byTime: {
            timeline: travel.byTime.timeline,
            slices: travel.byTime.slices.map((s, i) => cell(s, i + 1, 'sec')),
          },
        }
      : {}),
  };
}

/**
 * Opens the live plan of a territory for new work. Times that others keep are in it, but for the one named. What was opened for the
 * same work is kept as long as nobody changed anything.
 */
export async function openOfferGround(
  unit: Unit,
  extent: Extent,
  { row, withoutHold }: { readonly row: VisitRow; readonly withoutHold: string | null },
): Promise<OfferGround> {
  const { transaction } = unit;
  const playbook = await livePlaybook(transaction);
  const kept = await judged(unit, await readLivePlan(transaction), extent, playbook);
  const known = new Set(kept.loaded.data.visits.map((v) => v.id));
  const holds = (await readHolds(transaction, extent.territoryIds, wallSec())).filter(
    (h) => h.id !== withoutHold && !known.has((h.visit as VisitRow).id),
  );
  const { receivedAt: _received, earliestAt: _earliest, dueAt: _due, ...said } = row;
  const key = JSON.stringify([said, Math.floor(unit.now / 60), holds.map((h) => h.id)]);
  const all = opened.get(kept) ?? new Map<string, OfferGround>();
  opened.set(kept, all);
  const before = all.get(key);
  if (before) return before;
  const { data, zone } = kept.loaded;
  const extra = [...holds.map((h) => h.visit as VisitRow), ...(known.has(row.id) ? [] : [row])];
  const loaded = {
    zone,
    data: {
      ...data,
      visits: [...data.visits, ...extra],
      placements: [...data.placements, ...holds.flatMap(placementsOf)],
    },
  };
  const ground = await readGround(transaction);
  const built = buildProblem(loaded.data, {
    extent,
    playbook: playbook.content,
    zone,
    mayMove: 'nothing',
    name: 'Plan',
    notBefore: null,
    today: null,
    travel: (places) => travelBeyond(kept, ground, places),
  });
  const index = indexProblem(built.problem);
  const board = keptBoardOf(index, built.plan);
  if (!board) throw new Error('The live plan cannot be replayed');
  const made: OfferGround = {
    kept: { ...kept, loaded, built, index },
    board,
    stamp: key,
    held: new Set(holds.map((h) => (h.visit as VisitRow).id)),
  };
  all.set(key, made);
  if (all.size > MOST_OPENED) all.delete(all.keys().next().value!);
  return made;
}
