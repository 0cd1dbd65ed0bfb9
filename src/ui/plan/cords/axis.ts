import type { PersonView, PlanView } from '@/contract/plan/plan-view';
import { instantOf } from '@/core/index';

/** Linear map from instants to pixels. */
export interface Axis {
  readonly fromAt: number;
  readonly toAt: number;
  readonly width: number;
  x(at: number): number;
  at(x: number): number;
}

export function createAxis(fromAt: number, toAt: number, width: number): Axis {
  const span = Math.max(1, toAt - fromAt);
  return {
    fromAt,
    toAt,
    width,
    x: (at) => ((at - fromAt) / span) * width,
    at: (x) => fromAt + (x / width) * span,
  };
}

const HOUR = 3600;

/**
 * Hours of a date that anybody works or drives in, to whole hours: nights are folded away. A desk may ask for its own, in minutes of
 * the day.
 */
export function hoursOf(
  view: PlanView,
  date: string,
  wanted: { readonly from: number; readonly to: number } | null = null,
): { fromAt: number; toAt: number } {
  if (wanted)
    return { fromAt: instantOf(date, wanted.from, view.zone), toAt: instantOf(date, wanted.to, view.zone) };
  let fromAt = Number.POSITIVE_INFINITY;
  let toAt = Number.NEGATIVE_INFINITY;
  for (const shift of shiftsOn(view.people, date)) {
    fromAt = Math.min(fromAt, shift.startAt, shift.route?.departAt ?? shift.startAt);
    toAt = Math.max(toAt, shift.endAt, shift.route?.arriveAt ?? shift.endAt);
  }
  if (!Number.isFinite(fromAt)) {
    const midnight = instantOf(date, 0, view.zone);
    return { fromAt: midnight + 7 * HOUR, toAt: midnight + 18 * HOUR };
  }
  return { fromAt: Math.floor((fromAt - 600) / HOUR) * HOUR, toAt: Math.ceil((toAt + 600) / HOUR) * HOUR };
}

export function shiftsOn(people: readonly PersonView[], date: string) {
  return people.flatMap((p) => p.shifts.filter((s) => s.date === date));
}

/** Whole hours on the axis. */
export function hourTicks(axis: Axis): number[] {
  const out: number[] = [];
  for (let at = Math.ceil(axis.fromAt / HOUR) * HOUR; at <= axis.toAt; at += HOUR) out.push(at);
  return out;
}
