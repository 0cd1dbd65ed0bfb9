import { type KeyboardEvent, useCallback, useEffect, useRef } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { idOf } from '../selection';
import { deeds } from './deeds';
import { type Aim, SNAP_SEC, shiftAt } from './grip';
import type { Hand } from './use-hand';

interface Options {
  readonly hand: Hand;
  readonly view: PlanView;
  readonly date: string;
  readonly selected: string | null;
  readonly marked: ReadonlySet<string>;
  readonly scrollTo: (personIx: number) => void;
}

/** Steps of the arrow keys, in snaps: five minutes, or half an hour with Shift. */
const LARGE_STEP = 6;

/**
 * The hand by keyboard. On what is selected: m moves, s stretches, u takes off, t ties. While it is held: arrows move it along the cord
 * and to the next one, b to its best place, Enter puts it down (with Alt against a rule), Escape puts it back.
 * Says whether it took the key.
 */
export function useHandKeys(options: Options): (e: KeyboardEvent) => boolean {
  const latest = useRef(options);
  latest.current = options;
  const { store } = options.hand;

  // A loose end has no place yet: it begins at its best one, as soon as that is known.
  useEffect(
    () =>
      store.subscribe(() => {
        const state = store.get();
        if (state?.by !== 'keys' || state.aim !== null || state.isOff || state.fits === null) return;
        const { hand, view, date } = latest.current;
        const [best] = state.fits;
        const aim = best ? aimAtSeat(view, best.seats[0]!) : firstAim(view, date);
        if (aim) queueMicrotask(() => hand.aimAt(aim, null));
      }),
    [store],
  );

  return useCallback((e) => {
    const { hand, view, date, selected, marked, scrollTo } = latest.current;
    if (!hand.mayHand) return false;
    const state = hand.store.get();
    if (state?.by === 'keys') {
      const key = e.key;
      e.preventDefault();
      // What is open beside stays open: Escape puts back what is held, and nothing else.
      e.stopPropagation();
      if (key === 'Escape') hand.putBack();
      else if (key === 'Enter') hand.putDown(e.altKey);
      else if (key === 'b' && state.fits?.[0]) {
        const aim = aimAtSeat(view, state.fits[0].seats[0]!);
        if (aim) hand.aimAt(aim, null);
      } else if (key === 'ArrowLeft' || key === 'ArrowRight') {
        const step = SNAP_SEC * (e.shiftKey ? LARGE_STEP : 1) * (key === 'ArrowLeft' ? -1 : 1);
        moveBy(hand, step);
      } else if ((key === 'ArrowUp' || key === 'ArrowDown') && !state.isStretch && state.aim) {
        const next = nextCord(view, date, state.aim, key === 'ArrowDown' ? 1 : -1);
        if (next) {
          hand.aimAt(next.aim, null);
          scrollTo(next.ix);
        }
      }
      return true;
    }
    const id = idOf(selected, 'visit');
    if (!id || e.ctrlKey || e.metaKey || e.altKey || state) return false;
    const others = marked.has(id) ? [...marked].filter((x) => x !== id) : [];
    const visit = view.visits.find((v) => v.id === id);
    const deed = visit && deeds(hand, view, visit, others).find((d) => d.key === e.key);
    if (!deed) return false;
    deed.do();
    e.preventDefault();
    return true;
  }, []);
}

function moveBy(hand: Hand, stepSec: number): void {
  const state = hand.store.get();
  if (!state?.aim) return;
  if (!state.isStretch) {
    hand.aimAt({ ...state.aim, at: state.aim.at + stepSec }, null);
    return;
  }
  const now = state.grip?.visits[0]?.durationMin ?? 60;
  hand.stretchTo(Math.max(SNAP_SEC / 60, now + stepSec / 60), state.aim, null);
}

function aimAtSeat(view: PlanView, seat: { readonly shiftId: string; readonly fromAt: number }): Aim | null {
  const person = view.people.find((p) => p.shifts.some((s) => s.id === seat.shiftId));
  return person ? { personId: person.id, shiftId: seat.shiftId, at: seat.fromAt } : null;
}

function firstAim(view: PlanView, date: string): Aim | null {
  for (const p of view.people) {
    const shift = p.shifts.find((s) => s.date === date);
    if (shift) return { personId: p.id, shiftId: shift.id, at: shift.startAt };
  }
  return null;
}

function nextCord(view: PlanView, date: string, aim: Aim, way: 1 | -1): { aim: Aim; ix: number } | null {
  let ix = view.people.findIndex((p) => p.id === aim.personId);
  for (ix += way; ix >= 0 && ix < view.people.length; ix += way) {
    const person = view.people[ix]!;
    const shift = shiftAt(person, date, aim.at);
    if (shift) return { aim: { personId: person.id, shiftId: shift.id, at: aim.at }, ix };
  }
  return null;
}
