import { type RemediesAnswer, remediesAsk } from '@/contract/day/remedies';
import { type Board, indexProblem, keptBoardOf, type Remedy, remediesFor, restOfDay } from '@/core/index';
import { requireRight } from '../shared/access';
import { createNames } from '../shared/plans/broken';
import { partId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { type OpenDay, openDay } from './open-day';

const MOST = 3;

/** A day with what is left of it, ready for trying ways out. */
export interface DayBoard {
  readonly open: OpenDay;
  readonly board: Board;
  readonly coreId: string;
  readonly remedies: readonly Remedy[];
}

/** What is left of a day goes with what is expected of it. */
const boards = new WeakMap<OpenDay['expected'], Board>();

function boardOfRest(open: OpenDay, date: string): Board {
  const known = boards.get(open.expected);
  if (known) return known;
  const { kept } = open.ground;
  const routes = kept.verdict.timed.routes.filter((r) => personAndDate(r.shift.id).date === date);
  const rest = restOfDay(kept.index, routes, open.expected, open.facts);
  const board = keptBoardOf(indexProblem(rest.problem), rest.plan);
  if (!board) throw new Error('What is left of the day cannot be replayed');
  boards.set(open.expected, board);
  return board;
}

/** The cheapest ways out for a visit on its day, with all that writing one of them takes. */
export async function seekRemedies(unit: Unit, raw: unknown): Promise<DayBoard> {
  const { territoryIds, date, visitId, part } = required(remediesAsk.strip(), raw);
  const open = await openDay(unit, { territoryIds, date });
  const row = open.ground.kept.loaded.data.visits.find((v) => v.id === visitId);
  if (!row || row.territoryId === null) throw new Refusal('not-found');
  requireRight(unit, 'change', 'plan', [row.territoryId]);
  const board = boardOfRest(open, date);
  const coreId = partId(visitId, part);
  // What has begun is over or under way: nobody else can have it.
  if (!board.index.visitById.has(coreId)) throw new Refusal('conflict', { reason: 'begun-already' });
  const own = new Set(board.shiftsOf.get(coreId) ?? []);
  const remedies = remediesFor(board, coreId, {
    limit: MOST,
    mayGoTo: (s) => personAndDate(s.id).date === date && !own.has(s.id),
    nowSec: open.facts.nowSec,
  });
  return { open, board, coreId, remedies };
}

export function lateSecOf(open: OpenDay, visitId: string, startAt: number): number {
  const row = open.ground.kept.loaded.data.visits.find((v) => v.id === visitId);
  const ends = row?.windows.map((w) => w.endAt) ?? [];
  return ends.length === 0 ? 0 : Math.max(0, startAt - Math.max(...ends));
}

/** Who of a remedy has the visit. */
export function personOf({ board }: DayBoard, { seats }: Remedy): string {
  return board.index.shiftById.get(seats[0]!.shiftId)!.personId;
}

/** Ways out, cheapest first, as they are told. Changes nothing. */
export async function findRemedies(unit: Unit, raw: unknown): Promise<RemediesAnswer> {
  const asked = required(remediesAsk, raw);
  const day = await seekRemedies(unit, asked);
  const { open, coreId } = day;
  const { loaded, built } = open.ground.kept;
  const names = createNames(loaded.data);
  const at = (sec: number): number => Math.round(sec + built.originSec);
  const where = open.expected.find((e) => e.stops.some((s) => s.visitId === coreId));
  const stop = where?.stops.find((s) => s.visitId === coreId);
  return {
    zone: loaded.zone,
    now:
      where && stop
        ? {
            personId: where.personId,
            person: names.person(where.personId),
            startAt: at(stop.startSec),
            lateSec: lateSecOf(open, asked.visitId, at(stop.startSec)),
          }
        : null,
    remedies: day.remedies.map((r) => ({
      personId: personOf(day, r),
      person: r.seats.map((s) => names.person(personAndDate(s.shiftId).personId)).join(' and '),
      startAt: at(r.startSec),
      lateSec: lateSecOf(open, asked.visitId, at(r.startSec)),
      price: r.price,
      pushed: r.result.pushed
        .filter((p) => p.visitId !== coreId)
        .map((p) => ({ label: names.visit(p.visitId).label, startAt: at(p.startSec) })),
    })),
  };
}
