import { type PointerEvent, type RefObject, useEffect, useRef } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { type Aim, holdOf, SNAP_SEC, snapped } from './grip';
import type { Hand } from './use-hand';

interface Options {
  readonly hand: Hand;
  readonly view: PlanView;
  readonly scroller: RefObject<HTMLDivElement | null>;
  /** Visits that are taken up together with the one under the pointer. */
  readonly marked: ReadonlySet<string>;
  /** The cord and moment under a pointer, less what it is held from; null where no cord is. */
  readonly aimOf: (x: number, y: number, grabSec: number) => Aim | null;
  /** The moment under a pointer; null where the picture has no hours. */
  readonly momentOf: (x: number) => number | null;
}

/** So far a pressed pointer goes before it takes hold, in pixels: less is a click. */
const GRASP_PX = 5;
const EDGE_PX = 36;
const SCROLL_PX = 14;
/** Width of a knot's end by which it is stretched. */
const END_PX = 7;

interface Pressed {
  readonly visitId: string;
  readonly shiftId: string | null;
  readonly x: number;
  readonly y: number;
  readonly isEnd: boolean;
  readonly pointerId: number;
}

/**
 * Taking hold of a knot or a loose end with a pointer and carrying it: the rows below are not touched until it is put down.
 * Escape puts it back; Alt puts it down against a rule.
 */
export function useDrag(options: Options) {
  const latest = useRef(options);
  latest.current = options;
  const pressed = useRef<Pressed | null>(null);
  const grabSec = useRef(0);
  const isHeld = useRef(false);
  const scrolling = useRef<ReturnType<typeof setInterval> | null>(null);

  const stopScrolling = (): void => {
    if (scrolling.current) clearInterval(scrolling.current);
    scrolling.current = null;
  };
  useEffect(() => {
    const putBack = (e: KeyboardEvent): void => {
      if (e.key !== 'Escape' || !isHeld.current) return;
      e.preventDefault();
      e.stopImmediatePropagation();
      isHeld.current = false;
      pressed.current = null;
      stopScrolling();
      latest.current.hand.putBack();
    };
    window.addEventListener('keydown', putBack, { capture: true });
    return () => {
      window.removeEventListener('keydown', putBack, { capture: true });
      stopScrolling();
    };
  }, []);

  const carry = (x: number, y: number): void => {
    const now = latest.current;
    const state = now.hand.store.get();
    if (!state) return;
    const point = { x, y };
    if (state.isStretch) {
      const { grabbed } = state.hold;
      const at = now.momentOf(x);
      if (!grabbed || at === null) return;
      const endAt = snapped(at);
      const durationMin = Math.max(SNAP_SEC / 60, Math.round((endAt - grabbed.startAt) / 60));
      now.hand.stretchTo(durationMin, { ...grabbed, at: grabbed.startAt }, point);
      return;
    }
    const aim = now.aimOf(x, y, grabSec.current);
    if (aim) {
      now.hand.aimAt(aim, point);
      return;
    }
    const top = now.scroller.current?.getBoundingClientRect().top ?? 0;
    if (y < top) now.hand.aimOff(point);
  };
  const scrollAt = (x: number, y: number): void => {
    const box = latest.current.scroller.current?.getBoundingClientRect();
    stopScrolling();
    if (!box) return;
    const way = y > box.bottom - EDGE_PX ? 1 : y < box.top + EDGE_PX && y > box.top ? -1 : 0;
    if (way === 0) return;
    scrolling.current = setInterval(() => {
      latest.current.scroller.current?.scrollBy({ top: way * SCROLL_PX });
      carry(x, y);
    }, 32);
  };

  const take = (p: Pressed, root: HTMLElement): void => {
    const { hand, view, marked, momentOf } = latest.current;
    const others = marked.has(p.visitId) ? [...marked].filter((id) => id !== p.visitId) : [];
    const hold = holdOf(view, [p.visitId, ...(p.isEnd ? [] : others)], p.shiftId);
    const at = momentOf(p.x);
    // A knot keeps its place under the pointer; a loose end has none yet.
    grabSec.current = hold.grabbed && at !== null && p.shiftId !== null ? at - hold.grabbed.startAt : 0;
    isHeld.current = true;
    root.setPointerCapture(p.pointerId);
    hand.takeUp(hold, 'pointer', { isStretch: p.isEnd });
  };

  return {
    onPointerDown: (e: PointerEvent<HTMLElement>): void => {
      if (!latest.current.hand.mayHand || e.button !== 0) return;
      const knot = (e.target as Element).closest<SVGGElement>('[data-visit]');
      const visitId = knot?.dataset.visit;
      if (!knot || !visitId) return;
      const body = knot.querySelector('[data-body]')?.getBoundingClientRect();
      const shiftId = knot.dataset.shift ?? null;
      const isEnd =
        shiftId !== null && body !== undefined && body.width > 24 && e.clientX > body.right - END_PX;
      // No words are marked on the way.
      e.preventDefault();
      latest.current.scroller.current?.focus({ preventScroll: true });
      pressed.current = { visitId, shiftId, x: e.clientX, y: e.clientY, isEnd, pointerId: e.pointerId };
    },
    onPointerMove: (e: PointerEvent<HTMLElement>): void => {
      const p = pressed.current;
      if (!p || p.pointerId !== e.pointerId) return;
      if (!isHeld.current) {
        if (Math.hypot(e.clientX - p.x, e.clientY - p.y) < GRASP_PX) return;
        take(p, e.currentTarget);
      }
      carry(e.clientX, e.clientY);
      scrollAt(e.clientX, e.clientY);
    },
    onPointerUp: (e: PointerEvent<HTMLElement>): void => {
      stopScrolling();
      const wasHeld = isHeld.current;
      pressed.current = null;
      isHeld.current = false;
      if (!wasHeld) return;
      // The click that follows would open what was carried; where none follows, the next one is not swallowed.
      const swallow = (click: MouseEvent): void => click.stopPropagation();
      window.addEventListener('click', swallow, { capture: true, once: true });
      setTimeout(() => window.removeEventListener('click', swallow, { capture: true }), 0);
      latest.current.hand.putDown(e.altKey);
    },
    onPointerCancel: (): void => {
      stopScrolling();
      pressed.current = null;
      if (isHeld.current) latest.current.hand.putBack();
      isHeld.current = false;
    },
  };
}
