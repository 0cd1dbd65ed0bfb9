import type { Prepared } from '../prepare/prepared';

/** Whether a leg [from × places + to] may be driven on a shift. */
export function isLegWithinReach(prep: Prepared, s: number, leg: number, isFirst: boolean): boolean {
  const sec = prep.travelSec[leg]!;
  const m = prep.travelM[leg]!;
  return isFirst
    ? sec <= prep.firstReachSec[s]! && m <= prep.firstReachM[s]!
    : sec <= prep.reachSec[s]! && m <= prep.reachM[s]!;
}
