import type { Shift } from '../../model/problem';
import {
  AFTER,
  BREAK_DUE,
  BREAK_EARLIEST,
  BREAK_LATEST,
  BREAK_LONG,
  CAPACITY,
  CLASS,
  END,
  FROM,
  GENERAL,
  KIND,
  LINE,
  MOST_VISITS,
  TO,
  TOP,
  USUAL,
} from '../state/cells';
import { NEVER } from './prepared';
import type { PreparedTravel } from './travel';

interface Known extends Pick<PreparedTravel, 'changesByHour' | 'shiftFrom' | 'shiftTo'> {
  readonly classOf: Int32Array;
}

/** The lines of all shifts (state/cells.ts). */
export function shiftLines(shifts: readonly Shift[], known: Known): Int32Array {
  const lines = new Int32Array(shifts.length * LINE);
  for (const [s, shift] of shifts.entries()) {
    const line = s * LINE;
    const pause = shift.breaks.length === 1 ? shift.breaks[0] : undefined;
    lines[line + CLASS] = known.classOf[s]!;
    lines[line + TOP] = pause ? 1 : 0;
    lines[line + BREAK_EARLIEST] = pause?.earliestSec ?? 0;
    lines[line + BREAK_LATEST] = pause?.latestSec ?? -NEVER;
    lines[line + BREAK_LONG] = pause?.durationSec ?? 0;
    lines[line + BREAK_DUE] = pause ? (pause.dueSec ?? pause.latestSec) : NEVER;
    lines[line + END] = shift.endSec;
    lines[line + AFTER] = shift.allowanceAfterSec;
    lines[line + MOST_VISITS] = shift.maxVisits ?? NEVER;
    lines[line + CAPACITY] = shift.capacity ?? NEVER;
    lines[line + KIND] = kindOf(shift, known);
    lines[line + FROM] = known.shiftFrom[s]!;
    lines[line + TO] = known.shiftTo[s]!;
  }
  return lines;
}

function kindOf(shift: Shift, { changesByHour }: Known): number {
  return changesByHour || shift.breaks.length > 1 ? GENERAL : USUAL;
}
