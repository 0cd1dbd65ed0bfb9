import type { Way, WaysAnswer } from '@/contract/day/ways';
import { type Board, type Remedy, routePrice } from '@/core/index';
import { createNames } from '../../shared/plans/broken';
import { partId, visitOfId } from '../../shared/problem/links';
import { personAndDate } from '../../shared/problem/make-shifts';
import type { Unit } from '../../shared/unit';
import type { OpenDay } from '../open-day';
import { type Sought, seekWays } from './seek-ways';

/** Ways out, cheapest first, as they are told. Changes nothing. */
export async function findWays(unit: Unit, raw: unknown): Promise<WaysAnswer> {
  const sought = await seekWays(unit, raw);
  return {
    zone: sought.open.ground.kept.loaded.zone,
    now: nowOf(sought),
    ways: sought.ways.map((w) => sayWay(sought, w)),
  };
}

/** Seconds after the close of what was promised. */
function lateSecOf(open: OpenDay, visitId: string, startAt: number): number {
  const row = open.ground.kept.loaded.data.visits.find((v) => v.id === visitId);
  const ends = row?.windows.map((w) => w.endAt) ?? [];
  return ends.length === 0 ? 0 : Math.max(0, startAt - Math.max(...ends));
}

function nowOf({ asked, open, board }: Sought): WaysAnswer['now'] {
  if (asked.visitId === null) return null;
  const coreId = partId(asked.visitId, asked.part);
  const where = open.expected.find((e) => e.stops.some((s) => s.visitId === coreId));
  const stop = where?.stops.find((s) => s.visitId === coreId);
  if (!where || !stop) return null;
  const { loaded, built } = open.ground.kept;
  const startAt = Math.round(stop.startSec + built.originSec);
  return {
    personId: where.personId,
    person: createNames(loaded.data).person(where.personId),
    startAt,
    lateSec: lateSecOf(open, asked.visitId, startAt),
    latePrice: latePriceOf(board, where.shiftId, coreId),
  };
}

/** What being late costs where a visit is: the price of its day against that of one in which it has no hurry. */
function latePriceOf(board: Board, shiftId: string, coreId: string): number {
  const route = board.routeOf.get(shiftId);
  if (!route) return 0;
  const unhurried = {
    ...route,
    stops: route.stops.map((s) => (s.visit.id === coreId ? { ...s, lateSec: 0 } : s)),
  };
  return routePrice(route, board.index) - routePrice(unhurried, board.index);
}

/** When the next break of whose day changes begins. */
function breakAtOf({ result }: Remedy, at: (sec: number) => number): number | null {
  const [pause] = result.timed.routes.find((r) => result.shiftIds.has(r.shift.id))?.breaks ?? [];
  return pause ? at(pause.startSec) : null;
}

/** One way out in names and clock times. */
export function sayWay({ open, board }: Sought, { key, kind, remedy }: Sought['ways'][number]): Way {
  const { loaded, built } = open.ground.kept;
  const names = createNames(loaded.data);
  const at = (sec: number): number => Math.round(sec + built.originSec);
  const { timed } = remedy.result;
  const startOf = new Map(timed.routes.flatMap((r) => r.stops.map((s) => [s.visit.id, s.startSec] as const)));
  const personsOf = (shiftIds: readonly string[]): string | null =>
    shiftIds.length === 0
      ? null
      : shiftIds.map((id) => names.person(personAndDate(id).personId)).join(' and ');
  const siteOf = (visitId: string): string => loaded.data.visits.find((v) => v.id === visitId)?.site ?? '';
  const moves = [...remedy.seats].map(([id, seats]) => {
    const named = names.visit(id);
    const startSec = startOf.get(id);
    const startAt = seats.length === 0 || startSec === undefined ? null : at(startSec);
    const visitId = visitOfId(id)?.visitId ?? id;
    return {
      visitId,
      label: named.label,
      site: siteOf(visitId),
      wasWith: personsOf(board.shiftsOf.get(id) ?? []),
      with: personsOf(seats.map((s) => s.shiftId)),
      startAt,
      lateSec: startAt === null ? 0 : lateSecOf(open, visitId, startAt),
    };
  });
  const pushed = remedy.result.pushed.filter((p) => !remedy.seats.has(p.visitId) && visitOfId(p.visitId));
  const isBroken = (visitId: string, startAt: number | null): boolean => {
    const row = loaded.data.visits.find((v) => v.id === visitId);
    if (!row || row.windows.length === 0) return false;
    return startAt === null || !row.windows.some((w) => startAt >= w.startAt && startAt <= w.endAt);
  };
  const told = [
    ...moves.map((m) => ({ visitId: m.visitId, startAt: m.startAt })),
    ...pushed.map((p) => ({ visitId: visitOfId(p.visitId)!.visitId, startAt: at(p.startSec) })),
  ].filter((t) => isBroken(t.visitId, t.startAt));
  return {
    key,
    kind,
    moves,
    breakAt: kind === 'break' ? breakAtOf(remedy, at) : null,
    pushed: pushed.map((p) => ({
      label: names.visit(p.visitId).label,
      startAt: at(p.startSec),
      wasAt: at(p.wasSec),
    })),
    tell: told.map((t) => {
      return { label: names.visit(t.visitId).label, site: siteOf(t.visitId) };
    }),
    price: remedy.price,
    wholePrice: remedy.result.price,
    loose: timed.unplanned.length - board.timed.unplanned.length,
  };
}
