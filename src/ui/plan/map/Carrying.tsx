import L, { type LatLng } from 'leaflet';
import { useEffect, useRef, useSyncExternalStore } from 'react';
import { Polyline, useMap } from 'react-leaflet';
import type { PlanView } from '@/contract/plan/plan-view';
import { colourOf, point } from '../../shared/map/Ground';
import { holdOf } from '../hand/grip';
import type { Hand } from '../hand/use-hand';
import { aimOn } from '../hand/walks';
import type { Way } from './legs';
import { type MapMark, marksOf } from './marks';

interface Props {
  readonly view: PlanView;
  readonly ways: readonly Way[] | undefined;
  readonly hand: Hand;
  /** What goes along when one of them is taken up. */
  readonly marked: ReadonlySet<string>;
  readonly isOff: boolean;
}

/** So far from a ring, a visit, or a line the pointer may be, in pixels. */
const MARK_PX = 11;
const LINE_PX = 7;
/** A target may be further from the pointer than what is taken up. */
const TARGET_PX = 18;
const GRASP_PX = 5;

interface Pressed {
  readonly x: number;
  readonly y: number;
  readonly from: LatLng;
  readonly mark: MapMark | null;
  /** The way that was taken up, to be pulled onto a ring. */
  readonly way: Way | null;
}

/**
 * Carries a loose end or a visit onto somebody's way or place, and a way onto a loose end: where the pointer is over a person, it would
 * go to its best place there. Escape puts it back; Alt puts it down against a rule.
 */
export function Carrying({ view, ways, hand, marked, isOff }: Props) {
  const map = useMap();
  const state = useSyncExternalStore(hand.store.subscribe, hand.store.get, () => null);
  const pressed = useRef<Pressed | null>(null);
  const pointer = useRef<{ x: number; y: number } | null>(null);
  const isHeld = useRef(false);
  const latest = useRef({ view, ways, hand, marked });
  latest.current = { view, ways, hand, marked };

  useEffect(() => {
    if (isOff || !hand.mayHand) return;
    const box = map.getContainer();
    const marks = marksOf(view);
    const spotOf = (m: MapMark): L.Point => map.latLngToContainerPoint(point(m.visit));
    const near = (p: L.Point, within: number, wanted: (m: MapMark) => boolean): MapMark | null => {
      let best: MapMark | null = null;
      let far = within;
      for (const m of marks) {
        if (!wanted(m)) continue;
        const distance = spotOf(m).distanceTo(p);
        if (distance > far) continue;
        best = m;
        far = distance;
      }
      return best;
    };
    const nearWay = (p: L.Point, within: number): Way | null => {
      let best: Way | null = null;
      let far = within;
      for (const way of latest.current.ways ?? []) {
        const points = way.line.map((at) => map.latLngToContainerPoint(at));
        for (let i = 1; i < points.length; i++) {
          const distance = L.LineUtil.pointToSegmentDistance(p, points[i - 1]!, points[i]!);
          if (distance > far) continue;
          best = way;
          far = distance;
        }
      }
      return best;
    };
    const personAt = (p: L.Point): string | null => {
      const own = latest.current.view.people.find(
        (x) => x.lastSeen && map.latLngToContainerPoint(point(x.lastSeen)).distanceTo(p) <= TARGET_PX,
      );
      const held = hand.store.get()?.hold.visitIds[0];
      return (
        own?.id ??
        near(p, TARGET_PX, (m) => m.seat !== null && m.visit.id !== held)?.seat?.personId ??
        nearWay(p, TARGET_PX)?.personId ??
        null
      );
    };
    const aimAt = (personId: string | null): void => {
      const { hand: own, view: now } = latest.current;
      const held = own.store.get();
      if (!held) return;
      const person = now.people.find((p) => p.id === personId);
      const aim = person && held.fits !== null ? aimOn(person, person.shifts, held.fits) : null;
      if (aim) own.aimAt(aim, pointer.current);
      else own.store.patch({ aim: null, outcome: null, grip: null, point: pointer.current });
    };
    const look = (): void => {
      const p = pressed.current;
      const at = pointer.current;
      if (!p || !at || !isHeld.current) return;
      const here = map.mouseEventToContainerPoint({ clientX: at.x, clientY: at.y } as MouseEvent);
      if (p.mark) {
        aimAt(personAt(here));
        return;
      }
      const ring = near(here, TARGET_PX, (m) => m.seat === null);
      const held = hand.store.get()?.hold.visitIds[0] ?? null;
      if (!ring) {
        if (held !== null) hand.putBack();
        return;
      }
      if (ring.visit.id !== held) hand.takeUp(holdOf(latest.current.view, [ring.visit.id], null), 'pointer');
      aimAt(p.way!.personId);
    };
    const down = (e: PointerEvent): void => {
      if (e.button !== 0 || e.ctrlKey || e.metaKey) return;
      const p = map.mouseEventToContainerPoint(e);
      const mark = near(p, MARK_PX, () => true);
      const way = mark ? null : nearWay(p, LINE_PX);
      if (!mark && !way) return;
      map.dragging.disable();
      pressed.current = { x: e.clientX, y: e.clientY, from: map.containerPointToLatLng(p), mark, way };
    };
    const move = (e: PointerEvent): void => {
      const p = pressed.current;
      if (!p) return;
      pointer.current = { x: e.clientX, y: e.clientY };
      if (!isHeld.current) {
        if (Math.hypot(e.clientX - p.x, e.clientY - p.y) < GRASP_PX) return;
        isHeld.current = true;
        if (p.mark) {
          const { id } = p.mark.visit;
          const along = latest.current.marked.has(id)
            ? [...latest.current.marked].filter((x) => x !== id)
            : [];
          const hold = holdOf(latest.current.view, [id, ...along], p.mark.seat?.shiftId ?? null);
          hand.takeUp(hold, 'pointer');
        }
      }
      look();
    };
    const end = (): void => {
      map.dragging.enable();
      pressed.current = null;
      pointer.current = null;
      isHeld.current = false;
    };
    const up = (e: PointerEvent): void => {
      if (!pressed.current) return;
      const wasHeld = isHeld.current;
      end();
      if (!wasHeld) return;
      // The click that follows would open what was carried.
      const swallow = (click: MouseEvent): void => click.stopPropagation();
      window.addEventListener('click', swallow, { capture: true, once: true });
      setTimeout(() => window.removeEventListener('click', swallow, { capture: true }), 0);
      if (hand.store.get()?.aim) hand.putDown(e.altKey);
      else hand.putBack();
    };
    const putBack = (e: KeyboardEvent): void => {
      if (e.key !== 'Escape' || !isHeld.current) return;
      e.stopImmediatePropagation();
      end();
      hand.putBack();
    };
    // The best places arrive after the hand has gone on.
    let known: unknown = null;
    const stop = hand.store.subscribe(() => {
      const held = hand.store.get();
      if (!isHeld.current || !held?.fits || held.fits === known) return;
      known = held.fits;
      queueMicrotask(look);
    });
    box.addEventListener('pointerdown', down, { capture: true });
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('keydown', putBack, { capture: true });
    return () => {
      stop();
      box.removeEventListener('pointerdown', down, { capture: true });
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
      window.removeEventListener('keydown', putBack, { capture: true });
    };
  }, [map, view, hand, isOff]);

  if (!state) return null;
  const held = view.visits.find((v) => v.id === state.hold.visitIds[0]);
  const aimed = ways?.filter((w) => w.personId === state.aim?.personId);
  const from = pressed.current?.from ?? (held?.isLocated ? L.latLng(point(held)) : null);
  const to = pointer.current
    ? map.containerPointToLatLng(
        map.mouseEventToContainerPoint({
          clientX: pointer.current.x,
          clientY: pointer.current.y,
        } as MouseEvent),
      )
    : from && nearestOf(aimed ?? [], from);
  return (
    <>
      {aimed?.map((w) => (
        <Polyline
          key={w.shiftId}
          positions={[...w.line]}
          interactive={false}
          pathOptions={{ color: colourOf('--lime'), weight: 7, opacity: 0.75 }}
        />
      ))}
      {from && to && (
        <Polyline
          positions={[from, to]}
          interactive={false}
          pathOptions={{ color: colourOf('--ink'), weight: 2, dashArray: '3 5' }}
        />
      )}
    </>
  );
}

/** Where ways come nearest to a place, corner by corner: carried by keys, it would leave its way there. */
function nearestOf(ways: readonly Way[], from: LatLng): LatLng | null {
  const corners = ways.flatMap((w) => w.line.map((at) => L.latLng(at)));
  return corners.reduce<LatLng | null>(
    (best, at) => (best && best.distanceTo(from) <= at.distanceTo(from) ? best : at),
    null,
  );
}
