import { type Board, keyOf as violationKey, violationsIn } from '../explain/board';
import { changeOf } from '../explain/places';
import type { WantedSeat } from '../hand/edit';
import type { Plan } from '../model/plan';
import type { Visit } from '../model/problem';
import { totalPrice } from '../objectives/price-plan';
import { type Given, timeRoute } from '../timing/time-route';
import type { TimedRoute } from '../timing/timed-plan';
import type { Remedy } from './remedies';

/**
 * What another plan of the rest of a day, found a moment ago, comes to now: everybody has what it gives them of what is still to come,
 * in its order, timed anew. Null where a day of it cannot be driven any more, or breaks what was not broken before.
 */
export function adoptPlan(board: Board, plan: Plan): Remedy | null {
  const { index, timed } = board;
  const wanted = new Map<string, string[]>();
  const placed = new Set<string>();
  for (const { shiftId, stops } of plan.routes) {
    if (!index.shiftById.has(shiftId)) continue;
    const ids = stops.map((s) => s.visitId).filter((id) => index.visitById.has(id));
    for (const id of ids) placed.add(id);
    wanted.set(shiftId, ids);
  }
  const planned = new Map(plan.routes.flatMap((r) => r.stops.map((s) => [s.visitId, s] as const)));
  const followed = new Set(index.problem.visits.flatMap((v) => (v.after ? [v.after.visitId] : [])));
  /** What is agreed with others, and units of equipment, stay as the plan has them. */
  const givenOf = (visits: readonly Visit[]): Given => ({
    starts: new Map(
      visits.flatMap((v) => {
        const startSec = planned.get(v.id)?.startSec;
        const isAgreed = (v.people ?? 1) > 1 || v.after || v.equipment || followed.has(v.id);
        return isAgreed && startSec !== undefined ? [[v.id, startSec] as const] : [];
      }),
    ),
    equipment: new Map(visits.flatMap((v) => [[v.id, planned.get(v.id)?.equipmentIds ?? []] as const])),
  });
  // What came up since stays where it is.
  for (const { shift, stops } of timed.routes)
    for (const { visit } of stops)
      if (!placed.has(visit.id) && !plan.unplannedVisitIds.includes(visit.id))
        wanted.set(shift.id, [...(wanted.get(shift.id) ?? []), visit.id]);
  const routes: TimedRoute[] = [];
  const shiftIds = new Set<string>();
  for (const shift of index.problem.shifts) {
    const ids = wanted.get(shift.id) ?? [];
    const was = board.routeOf.get(shift.id);
    const isSame = was ? was.stops.map((s) => s.visit.id).join() === ids.join() : ids.length === 0;
    if (isSame) {
      if (was) routes.push(was);
      continue;
    }
    shiftIds.add(shift.id);
    if (ids.length === 0) continue;
    const visits = ids.map((id) => index.visitById.get(id)!);
    const day = timeRoute(index, shift, visits, givenOf(visits));
    if (!day) return null;
    routes.push(day);
  }
  const seated = new Set(routes.flatMap((r) => r.stops.map((s) => s.visit.id)));
  const next = { routes, unplanned: index.problem.visits.filter((v) => !seated.has(v.id)) };
  const rules = violationsIn(index, next, shiftIds);
  if (rules.some((v) => !board.known.has(violationKey(v)))) return null;
  const change = changeOf(board, next, shiftIds, index);
  const handOf = (list: readonly TimedRoute[]) =>
    new Map(list.flatMap((r) => r.stops.map((s) => [s.visit.id, { shiftId: r.shift.id, at: s.startSec }])));
  const [before, after] = [handOf(timed.routes), handOf(routes)];
  const seats = new Map<string, readonly WantedSeat[]>();
  const pushed = [];
  for (const { id } of index.problem.visits) {
    const [was, now] = [before.get(id), after.get(id)];
    if (was?.shiftId !== now?.shiftId) seats.set(id, now ? [{ shiftId: now.shiftId, fromSec: now.at }] : []);
    else if (was && now && was.at !== now.at)
      pushed.push({ visitId: id, shiftId: now.shiftId, wasSec: was.at, startSec: now.at });
  }
  const price = totalPrice(change);
  return {
    seats,
    price: price - change.unplanned.price,
    result: { index, timed: next, shiftIds, pushed, broken: [], left: rules, price, change },
  };
}
