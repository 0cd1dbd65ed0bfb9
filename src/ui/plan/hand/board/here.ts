import { applyHand } from '@/core/index';
import type { ClientBoard } from './client-board';
import { editOf, type Seat } from './hand-desk';

/** A loose end that could begin at a moment on a cord, and what that comes to. */
export interface Here {
  readonly visitId: string;
  readonly seats: readonly Seat[];
  readonly startAt: number;
  readonly price: number;
  readonly pushed: number;
}

/** So much later than asked for a visit may begin, for driving there. */
const LATEST_SEC = 2 * 3600;

/** Loose ends that keep all rules when they are put on a cord at a moment, what saves most first. */
export function whatFitsHere(
  client: ClientBoard,
  { shiftId, fromAt }: { readonly shiftId: string; readonly fromAt: number },
  visitIds: readonly string[],
): Here[] {
  const out: Here[] = [];
  for (const visitId of visitIds) {
    const visit = client.board.index.visitById.get(visitId);
    if (!visit || (visit.people ?? 1) > 1) continue;
    const seats = [{ shiftId, fromAt }];
    const result = applyHand(client.board, editOf(client, { visits: [{ visitId, seats }] }));
    const stop = result.timed.routes
      .find((r) => r.shift.id === shiftId)
      ?.stops.find((s) => s.visit.id === visitId);
    if (!stop || result.broken.length > 0) continue;
    const startAt = stop.startSec + client.originSec;
    if (startAt - fromAt > LATEST_SEC) continue;
    out.push({ visitId, seats, startAt, price: result.price, pushed: result.pushed.length });
  }
  return out.sort((a, b) => a.price - b.price);
}
