import { expose } from 'comlink';
import { handBoard, legsAround, MOST_PLACES_ASKED } from '@/contract/plan/hand';
import { callApi } from '../../../shared/api';
import { type ClientBoard, MissingLegs, openClientBoard } from './client-board';
import { type Fit, type FitLimits, fitsFor, type Placed, placeThese, whyLoose } from './fits';
import { type Grip, type Outcome, outcomeOf, reasonsAgainst, type WayOut, waysOut } from './hand-desk';
import { type Here, whatFitsHere } from './here';

/** Cords that are tried before the pointer gets its turn. */
const CORDS_AT_ONCE = 20;

/** The newest boards: the one on screen, and one that looks further ahead. */
const MOST_BOARDS = 2;
const boards = new Map<string, Promise<ClientBoard>>();

async function fetchBoard(query: string): Promise<ClientBoard> {
  return openClientBoard(await callApi(`/api/plan/hand/board?${query}`, handBoard));
}

function boardFor(query: string): Promise<ClientBoard> {
  const known = boards.get(query);
  const board = known ?? fetchBoard(query);
  boards.delete(query);
  boards.set(query, board);
  for (const old of [...boards.keys()].slice(0, -MOST_BOARDS)) boards.delete(old);
  if (!known) board.catch(() => boards.delete(query));
  return board;
}

async function learn(query: string, board: ClientBoard, places: readonly number[]): Promise<void> {
  const unknown = [...new Set(places)].filter((p) => !board.knows(p));
  for (let i = 0; i < unknown.length; i += MOST_PLACES_ASKED) {
    const some = unknown.slice(i, i + MOST_PLACES_ASKED).join(',');
    const asked = `${query}&stamp=${encodeURIComponent(board.stamp)}&places=${some}`;
    board.add(await callApi(`/api/plan/hand/legs?${asked}`, legsAround));
  }
}

/** Works something out, and asks for legs wherever it finds that it lacks them. */
async function withLegs<T>(query: string, work: (board: ClientBoard) => T): Promise<T> {
  const board = await boardFor(query);
  for (;;) {
    try {
      return work(board);
    } catch (cause) {
      if (!(cause instanceof MissingLegs)) throw cause;
      await learn(query, board, [cause.place]);
    }
  }
}

const worker = {
  /** Learns the ways to and from what is taken up. */
  async takeUp(query: string, visitIds: readonly string[]): Promise<void> {
    const board = await boardFor(query);
    await learn(
      query,
      board,
      visitIds.flatMap((id) => board.placeOf(id) ?? []),
    );
  },
  outcome: (query: string, grip: Grip): Promise<Outcome> => withLegs(query, (b) => outcomeOf(b, grip)),
  /** The best places, one on each cord; between a few cords and the next a moving pointer is answered. */
  async fits(query: string, visitId: string, limit: number): Promise<Fit[]> {
    const parts = (await boardFor(query)).cordsFor(visitId, CORDS_AT_ONCE);
    if (limit <= CORDS_AT_ONCE || parts.length < 2)
      return withLegs(query, (b) => fitsFor(b, visitId, { limit }));
    const out: Fit[] = [];
    for (const part of parts) {
      const isWanted = (shiftId: string): boolean => part.has(shiftId);
      out.push(...(await withLegs(query, (b) => fitsFor(b, visitId, { limit, isWanted }))));
      await new Promise((resolve) => setTimeout(resolve));
    }
    return out.sort((a, b) => a.price - b.price).slice(0, limit);
  },
  /** The few best places within limits, each with its chance. */
  async bestFits(query: string, visitId: string, limit: number, limits: FitLimits): Promise<Fit[]> {
    return withLegs(query, (b) => fitsFor(b, visitId, { limit, limits, withChance: true }));
  },
  /** Places for several at once; the ways around all of them are learned first. */
  async placeThese(query: string, visitIds: readonly string[]): Promise<Placed> {
    await worker.takeUp(query, visitIds);
    return withLegs(query, (b) => placeThese(b, visitIds));
  },
  /** Why loose ends are loose, one by one. */
  async whyLoose(query: string, visitIds: readonly string[]): Promise<(readonly [string, string | null])[]> {
    await worker.takeUp(query, visitIds);
    const out: (readonly [string, string | null])[] = [];
    for (const id of visitIds) {
      out.push([id, await withLegs(query, (b) => whyLoose(b, id))]);
      await new Promise((resolve) => setTimeout(resolve));
    }
    return out;
  },
  /** Loose ends that could begin at a moment on a cord. */
  async here(
    query: string,
    place: { shiftId: string; fromAt: number },
    visitIds: readonly string[],
  ): Promise<Here[]> {
    await worker.takeUp(query, visitIds);
    return withLegs(query, (b) => whatFitsHere(b, place, visitIds));
  },
  /** Ways out of a tangled day; the ways around all its visits are learned first. */
  async untangle(query: string, shiftId: string): Promise<WayOut[]> {
    const board = await boardFor(query);
    const visitIds = board.board.routeOf.get(shiftId)?.stops.map((s) => s.visit.id) ?? [];
    await learn(
      query,
      board,
      visitIds.flatMap((id) => board.placeOf(id) ?? []),
    );
    return withLegs(query, (b) => waysOut(b, shiftId));
  },
  against: (query: string, visitId: string, shiftId: string) =>
    withLegs(query, (b) => reasonsAgainst(b, visitId, shiftId)),
};
export type HandWorker = typeof worker;

expose(worker);
