import { NEVER, type Prepared } from '../prepare/prepared';

/**
 * The step from "break to take" to "break taken" over one leg: on arrival if it can still start then,
 * otherwise before leaving. `own` is what of the leg is driven on own time when there is no break first.
 */
export function readyAfterBreak(
  prep: Prepared,
  s: number,
  free: number,
  travel: number,
  own: number,
): number {
  const latest = prep.breakLatest[s]!;
  const earliest = prep.breakEarliest[s]!;
  const duration = prep.breakDuration[s]!;
  const arrive = free + travel - own;
  if (arrive <= latest) return (arrive > earliest ? arrive : earliest) + duration;
  const start = free > earliest ? free : earliest;
  return start <= latest ? start + duration + travel : NEVER;
}

/** Latest moment to be free before a leg so that, the break taken on it, one is ready by `ready`. */
export function freeBeforeBreak(prep: Prepared, s: number, ready: number, travel: number): number {
  const latest = prep.breakLatest[s]!;
  const earliest = prep.breakEarliest[s]!;
  const duration = prep.breakDuration[s]!;
  let best = -NEVER;
  if (earliest + duration <= ready) {
    best = Math.min(latest, ready - duration) - travel;
  }
  if (earliest + duration + travel <= ready) {
    best = Math.max(best, Math.min(latest, ready - duration - travel));
  }
  return best;
}

/** Latest moment to be free before the leg home, with the break still to take. */
export function freeBeforeHome(prep: Prepared, s: number, workEnd: number, travel: number): number {
  const latest = prep.breakLatest[s]!;
  const duration = prep.breakDuration[s]!;
  const paid = travel - Math.min(travel, prep.shiftAfter[s]!);
  const homeInTime = Math.min(latest - travel, workEnd - paid);
  const fits = Math.max(0, prep.breakEarliest[s]!) + duration + paid <= workEnd;
  return fits ? Math.max(homeInTime, Math.min(latest, workEnd - paid - duration)) : homeInTime;
}
