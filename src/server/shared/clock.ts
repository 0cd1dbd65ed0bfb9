import { environment } from '@/config/environment';
import type { Transaction } from '@/db/connection';
import { readPlayer } from '@/db/repositories/shared/player';

/** Now, and how fast it passes against the clock on the wall: 0 stands still. */
export interface Clock {
  readonly now: number;
  readonly pace: number;
}

/** Now, in seconds since 1970; fixed where the demo's day must not pass, and without the day player's clock. */
export function nowSec(): number {
  const { fixedNow } = environment();
  return Math.floor((fixedNow === null ? Date.now() : Date.parse(fixedNow)) / 1000);
}

/** The clock that everybody goes by: in the demo it is the day player's, once somebody plays. */
export async function clockIn(transaction: Transaction): Promise<Clock> {
  if (environment().fixedNow === null) return { now: nowSec(), pace: 1 };
  const player = await readPlayer(transaction);
  return player ? { now: player.now, pace: player.pace } : { now: nowSec(), pace: 0 };
}

/** Seconds since 1970 by this machine's clock, wherever the day of the demo stands: for what expires or is tried again. */
export function wallSec(): number {
  return Math.floor(Date.now() / 1000);
}
