import { NEVER } from '../prepare/prepared';

/** A stretch of time, its end not included; seconds. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** A stretch for which a visit holds a unit of equipment. */
export interface Held extends Span {
  readonly v: number;
}

interface Hours {
  readonly free: readonly { readonly startSec: number; readonly endSec: number }[];
}

/** Adds what a visit holds to a unit's list, which is in the order of beginnings. */
export function hold(list: Held[], held: Held): void {
  let k = list.length;
  while (k > 0 && list[k - 1]!.from > held.from) k--;
  list.splice(k, 0, held);
}

/** Takes what a visit holds off the list. */
export function letGo(list: Held[], v: number): void {
  const k = list.findIndex((held) => held.v === v);
  if (k >= 0) list.splice(k, 1);
}

/** Whether a unit is on duty and held by nobody. */
export function isUnitFree(unit: Hours, list: readonly Held[], { from, to }: Span): boolean {
  for (const held of list) {
    if (held.from >= to) break;
    if (held.to > from) return false;
  }
  return unit.free.some((f) => f.startSec <= from && f.endSec >= to);
}

/** First moment from `from` on from which a unit is on duty and held by nobody for `sec` seconds; NEVER when there is none. */
export function unitFreeFrom(unit: Hours, list: readonly Held[], from: number, sec: number): number {
  let first: number = NEVER;
  for (const { startSec, endSec } of unit.free) {
    let at = Math.max(from, startSec);
    for (const held of list) {
      if (held.from >= at + sec) break;
      if (held.to > at) at = held.to;
    }
    if (at + sec <= endSec && at < first) first = at;
  }
  return first;
}
