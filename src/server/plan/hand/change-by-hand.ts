import { type HandDone, type Handled, type HandRequest, handRequest } from '@/contract/plan/hand';
import {
  applyHand,
  type HandEdit,
  type HandResult,
  pricePlan,
  totalPrice,
  type Visit,
  type VisitChange,
} from '@/core/index';
import { readLiveVisits } from '@/db/repositories/plan/live-parts';
import { raiseLiveRevision } from '@/db/repositories/plan/plans';
import { readHistoryOf } from '@/db/repositories/shared/commands';
import { requireRight } from '../../shared/access';
import { type Command, runCommand } from '../../shared/commands/command';
import { type HandGround, openHand } from '../../shared/hand/hand-board';
import { writeHand } from '../../shared/hand/write-hand';
import { prepareSave, writePrepared } from '../../shared/objects/save-object';
import { createNames } from '../../shared/plans/broken';
import { visitOfId } from '../../shared/problem/links';
import { dayOfShift } from '../../shared/problem/make-shifts';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

/** The visits that a request names, as they stand; those that are not here, or not one's own to move, do not exist. */
function visitsOf({ kept }: HandGround, request: HandRequest): Map<string, Visit> {
  const out = new Map<string, Visit>();
  for (const { visitId } of request.visits) {
    const visit = kept.index.visitById.get(visitId);
    if (!visit || visitOfId(visitId) === null) throw new Refusal('not-found');
    out.set(visitId, visit);
  }
  return out;
}

function requireSay(unit: Unit, { kept }: HandGround, request: HandRequest): void {
  const territoryOf = new Map(kept.loaded.data.visits.map((v) => [v.id, v.territoryId]));
  const ids = request.visits.map((v) => territoryOf.get(visitOfId(v.visitId)?.visitId ?? ''));
  if (ids.some((id) => id === undefined || id === null)) throw new Refusal('not-found');
  requireRight(unit, 'change', 'plan', [...new Set(ids as string[])]);
}

/** Whoever took a visit up before somebody else moved it is told, and overrules nobody. */
async function requireAsSeen(unit: Unit, ground: HandGround, request: HandRequest): Promise<void> {
  const { originSec } = ground.kept.built;
  const standing = (visitId: string): string[] =>
    (ground.board.shiftsOf.get(visitId) ?? []).map((shiftId) => {
      const route = ground.board.routeOf.get(shiftId)!;
      const stop = route.stops.find((s) => s.visit.id === visitId)!;
      return `${route.shift.personId}@${stop.startSec + originSec}`;
    });
  const moved = request.visits.filter(
    (v) =>
      standing(v.visitId).sort().join() !==
      v.seen
        .map((s) => `${s.personId}@${s.startAt}`)
        .sort()
        .join(),
  );
  if (moved.length === 0) return;
  const names = createNames(ground.kept.loaded.data);
  const by: string[] = [];
  for (const { visitId } of moved) {
    const [last] = await readHistoryOf(unit.transaction, 'live-visits', visitOfId(visitId)!.visitId, 1);
    if (last?.by) by.push(last.by);
  }
  throw new Refusal('conflict', {
    reason: 'moved-since',
    visits: moved.map((m) => names.visit(m.visitId).label),
    by: [...new Set(by)],
  });
}

function changeOf(handled: Handled, visit: Visit, ground: HandGround): VisitChange | null {
  const { durationMin, tie } = handled;
  const change: { durationSec?: number; tie?: Visit['tie'] } = {};
  if (durationMin !== undefined) change.durationSec = durationMin * 60;
  if (tie) change.tie = tieOf(handled, visit, ground);
  return Object.keys(change).length > 0 ? change : null;
}

/** Where a visit is to be tied to: where it is put, or where it is. */
function tieOf({ tie, seats, visitId }: Handled, visit: Visit, { board, kept }: HandGround): Visit['tie'] {
  const { originSec } = kept.built;
  const [first] = seats ?? [];
  const shiftId = first?.shiftId ?? board.shiftsOf.get(visitId)?.[0];
  if (shiftId === undefined) return tie?.person || tie?.time ? visit.tie : {};
  const stop = board.routeOf.get(shiftId)?.stops.find((s) => s.visit.id === visitId);
  const startSec = first ? first.fromAt - originSec : stop?.startSec;
  const personId = kept.index.shiftById.get(shiftId)?.personId;
  return {
    ...(tie?.person && personId !== undefined && (visit.people ?? 1) === 1 ? { personId } : {}),
    ...(tie?.time && startSec !== undefined ? { startSec } : {}),
  };
}

function editOf(unit: Unit, ground: HandGround, request: HandRequest, visits: Map<string, Visit>): HandEdit {
  const { originSec } = ground.kept.built;
  const seats: HandEdit['seats'] extends ReadonlyMap<infer K, infer V> ? Map<K, V> : never = new Map();
  const changes = new Map<string, VisitChange>();
  for (const handled of request.visits) {
    const change = changeOf(handled, visits.get(handled.visitId)!, ground);
    if (change) changes.set(handled.visitId, change);
    if (!handled.seats) continue;
    for (const { shiftId } of handled.seats)
      if (!ground.kept.index.shiftById.has(shiftId)) throw new Refusal('not-found');
    seats.set(
      handled.visitId,
      handled.seats.map((s) => ({
        shiftId: s.shiftId,
        fromSec: s.fromAt - originSec,
        ...(s.position === undefined ? {} : { position: s.position }),
      })),
    );
  }
  return { seats, changes, nowSec: unit.now - originSec };
}

function brokenNamed({ kept }: HandGround, { broken }: HandResult): HandDone['broken'] {
  const names = createNames(kept.loaded.data);
  return broken.map((v) => ({
    rule: v.rule,
    visit: v.visitId === undefined || v.visitId.includes('~') ? null : names.visit(v.visitId).label,
    person: v.shiftId === undefined ? null : names.person(kept.index.shiftById.get(v.shiftId)!.personId),
    date: v.shiftId === undefined ? null : dayOfShift(v.shiftId).slice(-10),
  }));
}

/** Writes what a change makes of visits themselves: how long they take, what they are tied to. */
async function writeVisits(
  unit: Unit,
  ground: HandGround,
  request: HandRequest,
  edit: HandEdit,
  command: Command,
) {
  const { originSec } = ground.kept.built;
  const isCancelled = request.deed === 'cancel';
  const written = new Set<string>();
  for (const handled of request.visits) {
    const change = edit.changes?.get(handled.visitId) ?? (isCancelled ? {} : null);
    const own = visitOfId(handled.visitId)!.visitId;
    if (!change || written.has(own)) continue;
    written.add(own);
    const { visitId } = visitOfId(handled.visitId)!;
    const iso = (sec: number): string => new Date((sec + originSec) * 1000).toISOString();
    const prepared = await prepareSave(unit, 'visits', visitId, {
      value: ({ id: _id, version: _version, archivedAt: _archivedAt, ...before }) => ({
        ...before,
        ...(isCancelled ? { status: 'cancelled' } : {}),
        ...(handled.durationMin === undefined ? {} : { durationMin: handled.durationMin }),
        ...(change.tie
          ? {
              tiedPersonId: change.tie.personId ?? null,
              tiedStartAt: change.tie.startSec === undefined ? null : iso(change.tie.startSec),
            }
          : {}),
      }),
    });
    await writePrepared(unit, command, 'visits', prepared);
  }
}

/** The plan's change in price: what is cancelled is not wanted any more, and costs nothing as a loose end either. */
function priceOf({ kept }: HandGround, { deed, visits }: HandRequest, { price }: HandResult): number {
  if (deed !== 'cancel') return price;
  const unplanned = visits.map((v) => kept.index.visitById.get(v.visitId)!);
  return price - totalPrice(pricePlan({ routes: [], unplanned }, kept.index));
}

function factsOf(ground: HandGround, request: HandRequest, result: HandResult) {
  const { pushed } = result;
  const { kept } = ground;
  const names = createNames(kept.loaded.data);
  const [seat] = request.visits[0]?.seats ?? [];
  return {
    deed: request.deed,
    visits: request.visits.slice(0, 3).map((v) => names.visit(v.visitId).label),
    count: request.visits.length,
    person: seat ? names.person(kept.index.shiftById.get(seat.shiftId)!.personId) : null,
    date: seat ? dayOfShift(seat.shiftId).slice(-10) : null,
    price: priceOf(ground, request, result),
    pushed: pushed.length,
    ...(request.reason === null ? {} : { reason: request.reason }),
  };
}

/**
 * Changes the live plan by hand, as one command: visits put on cords, moved, taken off, made longer or tied. Judged by the same
 * rules as any plan; what breaks one needs a reason, and is marked with it.
 */
export async function changeByHand(unit: Unit, raw: unknown): Promise<HandDone> {
  const asked = required(handRequest, raw);
  requireRight(unit, 'change', 'plan');
  // Of two changes at once the second waits here, and then sees the first.
  await raiseLiveRevision(unit.transaction);
  const ground = await openHand(unit, asked.extent);
  const request = asked.deed === 'cancel' ? withAllParts(ground, asked) : asked;
  requireSay(unit, ground, request);
  await requireAsSeen(unit, ground, request);
  const visits = visitsOf(ground, request);
  const edit = editOf(unit, ground, request, visits);
  const result = applyHand(ground.board, edit);
  const broken = brokenNamed(ground, result);
  if (broken.length > 0 && (request.reason === null || !unit.user.mayForce))
    throw new Refusal('conflict', {
      reason: unit.user.mayForce ? 'against-rules' : 'may-not-force',
      broken,
    });
  const visitIds = concerned(result, request);
  const before = await readLiveVisits(unit.transaction, visitIds);
  const { commandId } = await runCommand(unit, 'hand', factsOf(ground, request, result), async (command) => {
    await writeVisits(unit, ground, request, edit, command);
    await writeHand(
      unit,
      {
        ground,
        result,
        visitIds,
        before,
        held: new Set(visits.keys()),
        reason: broken.length > 0 ? request.reason : null,
        isCancelled: request.deed === 'cancel',
      },
      command,
    );
  });
  return { commandId, price: priceOf(ground, request, result), pushed: result.pushed.length, broken };
}

/** What is cancelled is so with all its parts. */
function withAllParts({ kept, board }: HandGround, request: HandRequest): HandRequest {
  const named = new Set(request.visits.map((v) => v.visitId));
  const own = new Set(request.visits.flatMap((v) => visitOfId(v.visitId)?.visitId ?? []));
  const { originSec } = kept.built;
  const others = [...kept.index.visitById.keys()]
    .filter((id) => !named.has(id) && own.has(visitOfId(id)?.visitId ?? ''))
    .map((visitId) => ({
      visitId,
      seats: [],
      seen: (board.shiftsOf.get(visitId) ?? []).map((shiftId) => {
        const route = board.routeOf.get(shiftId)!;
        const stop = route.stops.find((s) => s.visit.id === visitId)!;
        return { personId: route.shift.personId, startAt: stop.startSec + originSec };
      }),
    }));
  return { ...request, visits: [...request.visits, ...others] };
}

/** The visits that a change names or pushes: parts of a long job are one. */
function concerned({ pushed }: HandResult, { visits }: HandRequest): string[] {
  const ids = [...visits.map((v) => v.visitId), ...pushed.map((p) => p.visitId)];
  return [...new Set(ids.flatMap((id) => visitOfId(id)?.visitId ?? []))];
}
