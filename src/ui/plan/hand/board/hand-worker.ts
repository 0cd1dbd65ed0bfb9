import { expose } from 'comlink';
import { handBoard, legsAround } from '@/contract/plan/hand';
import { callApi } from '../../../shared/api';
import { type ClientBoard, MissingLegs, openClientBoard } from './client-board';
import { type Fit, fitsFor, type Grip, type Outcome, outcomeOf, reasonsAgainst } from './hand-desk';

/** Cords that are tried before the pointer gets its turn. */
const CORDS_AT_ONCE = 20;

let client: { readonly query: string; readonly board: ClientBoard } | null = null;
let opening: { readonly query: string; readonly board: Promise<ClientBoard> } | null = null;

async function fetchBoard(query: string): Promise<ClientBoard> {
  return openClientBoard(await callApi(`/api/plan/hand/board?${query}`, handBoard));
}

async function boardFor(query: string): Promise<ClientBoard> {
  if (client?.query === query) return client.board;
  if (opening?.query !== query) opening = { query, board: fetchBoard(query) };
  const board = await opening.board;
  client = { query, board };
  opening = null;
  return board;
}

async function learn(query: string, board: ClientBoard, places: readonly number[]): Promise<void> {
  const unknown = [...new Set(places)].filter((p) => !board.knows(p));
  if (unknown.length === 0) return;
  const asked = `${query}&stamp=${encodeURIComponent(board.stamp)}&places=${unknown.join(',')}`;
  board.add(await callApi(`/api/plan/hand/legs?${asked}`, legsAround));
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
  against: (query: string, visitId: string, shiftId: string) =>
    withLegs(query, (b) => reasonsAgainst(b, visitId, shiftId)),
};
export type HandWorker = typeof worker;

expose(worker);
