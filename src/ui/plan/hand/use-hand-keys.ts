import { type KeyboardEvent, type RefObject, useCallback, useEffect, useRef } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { idOf } from '../selection';
import { deeds } from './deeds';
import { type Aim, SNAP_SEC } from './grip';
import type { HandState } from './hand-store';
import type { Hand } from './use-hand';
import { type ArrowKey, aimAtFit, type Walk } from './walks';

interface Options {
  readonly hand: Hand;
  readonly view: PlanView;
  /** The picture that takes the keys; menus and dialogs of it lie elsewhere on the page. */
  readonly frame: RefObject<HTMLElement | null>;
  readonly walk: Walk;
  readonly selected: string | null;
  readonly marked: ReadonlySet<string>;
  /** Brings the cord of a person into sight. */
  readonly reveal: (personId: string) => void;
  /** Opens what is selected. */
  readonly onOpen: (visitId: string) => void;
}

const ARROWS: readonly string[] = ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight'] satisfies ArrowKey[];

/**
 * The hand by keyboard. On what is selected, or on the loose end that has the focus: m moves, s stretches, u takes off, t ties, d doubles,
 * x cancels, f lists the best places. While it is held: arrows lead it over the picture, b to its best place, Enter puts it down (with Alt
 * against a rule), Escape puts it back. It goes before all else that takes keys there.
 */
export function useHandKeys(options: Options): (e: KeyboardEvent) => void {
  const latest = useRef(options);
  latest.current = options;
  const { store } = options.hand;

  // A loose end has no place yet: it begins at its best one, as soon as that is known.
  useEffect(
    () =>
      store.subscribe(() => {
        const state = store.get();
        if (state?.by !== 'keys' || state.aim !== null || state.isOff || state.fits === null) return;
        const { hand, view, walk } = latest.current;
        const [best] = state.fits;
        const aim = best ? aimAtFit(view, best) : walk.first();
        if (aim) queueMicrotask(() => hand.aimAt(aim, null));
      }),
    [store],
  );

  return useCallback((e) => {
    const { hand, frame } = latest.current;
    const target = e.target as HTMLElement;
    if (!hand.mayHand || !frame.current?.contains(target)) return;
    const state = hand.store.get();
    const isTaken =
      state?.by === 'keys'
        ? whileHeld(latest.current, state, e)
        : !state && !isTyping(target) && takesUp(latest.current, target, e);
    if (!isTaken) return;
    e.preventDefault();
    // What is open beside stays open: Escape puts back what is held, and nothing else.
    e.stopPropagation();
  }, []);
}

const isTyping = (target: HTMLElement): boolean =>
  target.matches('input:not([type="checkbox"]), textarea, select, [contenteditable]');

function whileHeld({ hand, view, walk, reveal }: Options, state: HandState, e: KeyboardEvent): boolean {
  const { key } = e;
  const { aim } = state;
  const go = (next: Aim | null): void => {
    if (!next) return;
    hand.aimAt(next, null);
    if (next.personId !== aim?.personId) reveal(next.personId);
  };
  if (key === 'Escape') hand.putBack();
  else if (key === 'Enter') hand.putDown(e.altKey);
  else if (key === 'b' && state.fits?.[0]) go(aimAtFit(view, state.fits[0]));
  else if (ARROWS.includes(key) && aim) {
    const next = walk.step({ ...state, aim }, key as ArrowKey, e.shiftKey);
    if (state.isStretch && next) stretchBy(hand, state, next.at - aim.at);
    else go(next);
  }
  return true;
}

function takesUp(
  { hand, view, selected, marked, onOpen }: Options,
  target: HTMLElement,
  e: KeyboardEvent,
): boolean {
  if (e.ctrlKey || e.metaKey || e.altKey) return false;
  // On the cords it is what is selected; of loose ends, in the band and the table, what has the focus.
  const focused = target.closest<HTMLElement>('[data-visit]:not([data-shift])')?.dataset.visit;
  const id = focused ?? idOf(selected, 'visit');
  const visit = view.visits.find((v) => v.id === id);
  if (!id || !visit) return false;
  if (e.key === 'f') {
    onOpen(id);
    toBestFits();
    return true;
  }
  const others = marked.has(id) ? [...marked].filter((x) => x !== id) : [];
  const deed = deeds(hand, view, visit, others).find((d) => d.key === e.key);
  deed?.do();
  return deed !== undefined;
}

function stretchBy(hand: Hand, state: HandState, stepSec: number): void {
  const now = state.grip?.visits[0]?.durationMin ?? 60;
  hand.stretchTo(Math.max(SNAP_SEC / 60, now + stepSec / 60), state.aim!, null);
}

/** Tries until the lens has them: they are looked for meanwhile. */
const TRIES = 40;
const PAUSE_MS = 100;

/** Goes on to the best places of what is open, as soon as they are there. */
function toBestFits(tries = TRIES): void {
  const first = document.querySelector<HTMLElement>('#best-fits li button');
  if (first) {
    first.scrollIntoView({ block: 'center' });
    first.focus();
  } else if (tries > 0) setTimeout(() => toBestFits(tries - 1), PAUSE_MS);
}
