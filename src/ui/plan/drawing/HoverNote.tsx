import { type PointerEvent, type RefObject, useEffect, useRef, useState } from 'react';
import { type PlanView, slackOf } from '@/contract/plan/plan-view';
import { durationText } from '../../messages/figures';
import { clock, momentText } from '../../shared/time';
import { percentText } from '../cords/knot';
import type { Hand } from '../hand/use-hand';
import css from './Drawing.module.css';

const STAY_MS = 350;
const WIDTH = 260;

interface Over {
  readonly visitId: string;
  readonly shiftId: string | null;
  readonly box: DOMRect;
}

/** Watches what the pointer rests on; nothing while something is held. */
export function useHover(hand: Hand) {
  const [over, setOver] = useState<Over | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const at = useRef<Element | null>(null);
  const forget = (): void => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
    at.current = null;
    setOver(null);
  };
  useEffect(() => () => void (timer.current && clearTimeout(timer.current)), []);
  return {
    over,
    watch: {
      onPointerOver: (e: PointerEvent): void => {
        const element = (e.target as Element).closest<HTMLElement>('[data-visit]');
        if (element === at.current) return;
        forget();
        if (!element || e.pointerType === 'touch' || hand.store.get()) return;
        at.current = element;
        timer.current = setTimeout(() => {
          const { visit: visitId, shift = null } = element.dataset;
          if (visitId && element.isConnected && !hand.store.get())
            setOver({
              visitId,
              shiftId: shift,
              box: (element.querySelector('[data-body]') ?? element).getBoundingClientRect(),
            });
        }, STAY_MS);
      },
      onPointerLeave: forget,
      onPointerDownCapture: forget,
      onWheel: forget,
    },
  };
}

interface Props {
  readonly over: Over | null;
  readonly view: PlanView;
  readonly chances: ReadonlyMap<string, number>;
  readonly frame: RefObject<HTMLElement | null>;
}

/** What a knot or a loose end is, at a glance; below it, or above where there is no room. */
export function HoverNote({ over, view, chances, frame }: Props) {
  const visit = view.visits.find((v) => v.id === over?.visitId);
  const room = frame.current?.getBoundingClientRect();
  if (!over || !visit || !room) return null;
  const seats = view.people.flatMap((person) =>
    person.shifts.flatMap((shift) =>
      (shift.route?.stops ?? [])
        .filter((s) => s.visitId === visit.id)
        .map((stop) => ({ person, shift, stop })),
    ),
  );
  const seat = seats.find((s) => s.shift.id === over.shiftId) ?? seats[0];
  const isLow = over.box.bottom > room.top + room.height * 0.6;
  const left = Math.max(8, Math.min(over.box.left - room.left, room.width - WIDTH - 8));
  const place = isLow
    ? { left, bottom: room.bottom - over.box.top + 6 }
    : { left, top: over.box.bottom - room.top + 6 };
  const chance = chances.get(visit.id);
  const [window] = visit.windows;
  return (
    <div className={css.note} style={{ ...place, width: WIDTH }} aria-hidden="true">
      <b>{visit.jobKind}</b> <span className="quiet">{visit.label}</span>
      <div>{visit.site}</div>
      {seat ? (
        <div>
          <b>
            {clock(seat.stop.startAt, view.zone)}–{clock(seat.stop.finishAt, view.zone)}
          </b>{' '}
          {seats.map((s) => s.person.name).join(' and ')}
          {visit.zone !== view.zone && (
            <span className="quiet"> ({clock(seat.stop.startAt, visit.zone)} at the site)</span>
          )}
        </div>
      ) : (
        <div className="bad">
          A loose end, {durationText((visit.durationMin ?? 0) * 60)}
          {visit.dueAt !== undefined && `, due ${momentText(visit.dueAt, view.zone)}`}
        </div>
      )}
      {window && (
        <div>
          Promised {momentText(window.startAt, visit.zone)}–{clock(window.endAt, visit.zone)}
          {seat && (
            <span className={slackOf(seat.stop) === 'missed' ? 'bad' : 'good'}>
              {' '}
              {seat.stop.slackSec < 0
                ? `${durationText(-seat.stop.slackSec)} late`
                : `${durationText(seat.stop.slackSec)} to spare`}
            </span>
          )}
          {chance !== undefined && <span className="quiet">, kept on {percentText(chance)}</span>}
        </div>
      )}
      <div className="quiet">
        priority {visit.priority}
        {seat && `, ${durationText(seat.stop.travelSec)} drive to it`}
        {visit.tiedTime || visit.tiedPerson ? ', tied' : ''}
      </div>
      {seat?.stop.against !== undefined && <div className="bad">Against a rule: {seat.stop.against}</div>}
    </div>
  );
}
