import { memo, useMemo, useSyncExternalStore } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { changeText, priceText } from '../../messages/figures';
import type { Axis } from '../cords/axis';
import { ROW_HEIGHT } from '../cords/Cord';
import { knotPath } from '../cords/knot';
import type { Fit } from './board/fits';
import type { DayThen } from './board/hand-desk';
import type { Hold } from './grip';
import css from './Hand.module.css';
import type { HandState, HandStore } from './hand-store';

const MID = 27;

interface Props {
  readonly store: HandStore;
  readonly view: PlanView;
  readonly axis: Axis;
  /** Rows drawn: which person stands where, in pixels from the top of all rows. */
  readonly rows: readonly { readonly personId: string; readonly top: number }[];
}

/** Over the cords while something is held: where it may go at what price, and what it would make of the day under it. */
export function HandOverlay({ store, view, axis, rows }: Props) {
  const state = useSyncExternalStore(store.subscribe, store.get, () => null);
  const personOf = useMemo(
    () => new Map(view.people.flatMap((p) => p.shifts.map((s) => [s.id, p.id] as const))),
    [view],
  );
  const fits = state?.fits ?? null;
  const fitOf = useMemo(() => {
    const out = new Map<string, Fit>();
    for (const fit of fits ?? [])
      for (const id of fit.shiftIds) {
        const person = personOf.get(id);
        if (person !== undefined && !out.has(person)) out.set(person, fit);
      }
    return out;
  }, [fits, personOf]);
  if (!state || rows.length === 0) return null;
  const { aim, hold, outcome, isStretch } = state;
  const aimed = aim ? personOf.get(aim.shiftId) : undefined;
  const days = new Map<string, DayThen[]>();
  for (const day of outcome?.days ?? []) {
    const person = personOf.get(day.shiftId);
    if (person !== undefined) days.set(person, [...(days.get(person) ?? []), day]);
  }
  // No larger than what is in sight: all of it is painted anew with each move.
  const from = rows[0]!.top;
  const to = rows.at(-1)!.top + ROW_HEIGHT;
  return (
    <svg
      className={css.overlay}
      style={{ top: from }}
      width={axis.width}
      height={to - from}
      viewBox={`0 ${from} ${axis.width} ${to - from}`}
      aria-hidden="true"
    >
      {fits !== null &&
        !isStretch &&
        rows.map(({ personId, top }) => (
          <Lit
            key={personId}
            fit={fitOf.get(personId) ?? null}
            isMany={hold.visitIds.length > 1}
            isAimed={personId === aimed}
            top={top}
            axis={axis}
          />
        ))}
      {rows.map(({ personId, top }) => {
        const own = days.get(personId);
        const isAimed = personId === aimed;
        if (!own && !(isAimed && !outcome && !isStretch && aim)) return null;
        return (
          <g key={personId} data-aimed={isAimed}>
            {own ? (
              <Then state={state} view={view} days={own} top={top} axis={axis} />
            ) : (
              <Held hold={hold} at={aim!.at} y={top + MID} axis={axis} />
            )}
          </g>
        );
      })}
    </svg>
  );
}

interface LitProps {
  readonly fit: Fit | null;
  readonly isMany: boolean;
  readonly isAimed: boolean;
  readonly top: number;
  readonly axis: Axis;
}

/** The best place on a cord, lit; a cord that has none stands back. Drawn anew only where that changes, not with each move. */
const Lit = memo(function Lit({ fit, isMany, isAimed, top, axis }: LitProps) {
  if (!fit) {
    if (isMany || isAimed) return null;
    return <rect x={0} y={top} width={axis.width} height={ROW_HEIGHT} className={css.back} />;
  }
  const x1 = axis.x(fit.startAt);
  const width = Math.max(8, axis.x(fit.finishAt) - x1);
  return (
    <g opacity={isAimed ? 0.45 : 1}>
      <rect x={x1} y={top + 13} width={width} height={28} className={css.lit} />
      <path
        d={`M${x1} ${top + 38} V${top + 43} H${x1 + width} V${top + 38}`}
        fill="none"
        stroke="var(--leaf)"
        strokeWidth={1.6}
      />
      <text x={x1 + width + 6} y={top + 31} className={css.price} data-dear={fit.price > 0}>
        {changeText(fit.price, priceText)}
      </text>
    </g>
  );
});

interface HeldProps {
  readonly hold: Hold;
  readonly at: number;
  readonly y: number;
  readonly axis: Axis;
}

/** What is held, where it is, while it is worked out what that comes to. */
function Held({ hold, at, y, axis }: HeldProps) {
  const finish = hold.grabbed ? hold.grabbed.finishAt - hold.grabbed.startAt : 3600;
  const x = axis.x(at);
  return (
    <path
      d={knotPath(x, y, Math.max(8, axis.x(at + finish) - x), 20)}
      className={css.held}
      fill="var(--lime)"
    />
  );
}

interface ThenProps {
  readonly state: HandState;
  readonly view: PlanView;
  readonly days: readonly DayThen[];
  readonly top: number;
  readonly axis: Axis;
}

/** What the day would be: a thin cord over the one that is. */
function Then({ state, view, days, top, axis }: ThenProps) {
  const { outcome, hold } = state;
  const y = top + MID;
  const broken = new Set(outcome?.broken.flatMap((v) => v.visitId ?? []));
  const held = new Set(hold.visitIds);
  const nameOf = (id: string): string => view.visits.find((v) => v.id === id)?.jobKind ?? 'elsewhere';
  return days.map((day) => (
    <g key={day.shiftId}>
      <rect x={0} y={top + 1} width={axis.width} height={ROW_HEIGHT - 2} className={css.day} />
      <path
        d={`M${axis.x(day.departAt)} ${y} H${axis.x(day.arriveAt)}`}
        stroke={day.overtimeSec > 0 ? 'var(--plum)' : 'var(--ink)'}
        strokeWidth={1.4}
      />
      {day.breaks.map((b) => (
        <rect
          key={b.startAt}
          x={axis.x(b.startAt)}
          y={y - 6}
          width={Math.max(2, axis.x(b.endAt) - axis.x(b.startAt))}
          height={12}
          fill="var(--paper)"
          stroke="var(--ink-2)"
        />
      ))}
      {[...day.stops]
        .sort((a, b) => Number(held.has(a.visitId)) - Number(held.has(b.visitId)))
        .map((stop) => (
          <KnotThen
            key={`${stop.visitId}${stop.startAt}`}
            stop={stop}
            y={y}
            axis={axis}
            name={nameOf(stop.visitId)}
            isHeld={held.has(stop.visitId)}
            isBad={broken.has(stop.visitId) || (stop.slackSec ?? 0) < 0}
          />
        ))}
    </g>
  ));
}

function KnotThen({
  stop,
  y,
  axis,
  name,
  isHeld,
  isBad,
}: {
  readonly stop: DayThen['stops'][number];
  readonly y: number;
  readonly axis: Axis;
  readonly name: string;
  readonly isHeld: boolean;
  readonly isBad: boolean;
}) {
  const x = axis.x(stop.startAt);
  const width = Math.max(6, axis.x(stop.finishAt) - x);
  const path = knotPath(x, y, width, 20);
  const room = Math.floor((width - 14) / 6.1);
  const isPushed = stop.isMoved && !isHeld;
  return (
    <g>
      <path
        d={path}
        fill={isHeld ? 'var(--lime)' : isPushed ? 'var(--ochre-soft)' : 'var(--lime-soft)'}
        stroke={isHeld ? 'var(--ink)' : isPushed ? 'var(--ochre)' : isBad ? 'var(--plum)' : 'var(--leaf)'}
        strokeWidth={isHeld ? 2 : 1.2}
        strokeDasharray={isPushed ? '3 2' : undefined}
      />
      {isBad && <path d={path} fill="url(#stripes)" stroke="none" />}
      {room >= 2 && (
        <text x={x + 8} y={y + 4} fontSize={11.5} fill={isHeld ? '#17241f' : 'var(--ink)'}>
          {name.length > room ? `${name.slice(0, Math.max(1, room - 1))}…` : name}
        </text>
      )}
    </g>
  );
}
