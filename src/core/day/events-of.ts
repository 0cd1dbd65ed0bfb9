import type { PlayedDay } from './play';
import type { FieldStep } from './steps';

/** Something that somebody would report when it happens. */
export interface DayEvent {
  readonly atSec: number;
  readonly personId: string;
  readonly kind:
    | Extract<FieldStep, 'on-the-way' | 'arrived' | 'done'>
    | 'break-begins'
    | 'break-ends'
    | 'off';
  readonly visitId: string | null;
}

/** A played day as what would be reported of it, in order: whoever is told of all of it knows the day. */
export function eventsOf({ course, stops, breaks, arriveSec }: PlayedDay): DayEvent[] {
  const { personId } = course.route.shift;
  const out: DayEvent[] = [];
  const add = (atSec: number, kind: DayEvent['kind'], visitId: string | null = null): void =>
    void out.push({ atSec: Math.round(atSec), personId, kind, visitId });
  for (const { step, leaveSec, startSec, finishSec } of stops) {
    add(leaveSec, 'on-the-way', step.visit.id);
    add(startSec, 'arrived', step.visit.id);
    add(finishSec, 'done', step.visit.id);
  }
  for (const { startSec, endSec } of breaks) {
    add(startSec, 'break-begins');
    add(endSec, 'break-ends');
  }
  add(arriveSec, 'off');
  const order = ['done', 'break-ends', 'break-begins', 'on-the-way', 'arrived', 'off'];
  return out.sort((a, b) => a.atSec - b.atSec || order.indexOf(a.kind) - order.indexOf(b.kind));
}
