import { useSyncExternalStore } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { changeText, priceText } from '../../messages/figures';
import type { Axis } from '../cords/axis';
import { ROW_HEIGHT } from '../cords/Cord';
import { knotPath } from '../cords/knot';
import type { DayThen } from './board/hand-desk';
import css from './Hand.module.css';
import type { HandState, HandStore } from './hand-store';

const MID = 27;

interface Props {
  readonly store: HandStore;
  readonly view: PlanView;
  readonly axis: Axis;
  /** Rows drawn: which person stands where, in pixels from the top of all rows. */
  readonly rows: readonly { readonly personIx: number; readonly top: number }[];
  readonly height: number;
}

/** Over the cords while something is held: where it may go at what price, and what it would make of the day under it. */
export function HandOverlay({ store, view, axis, rows, height }: Props) {
  const state = useSyncExternalStore(store.subscribe, store.get, () => null);
  if (!state) return null;
  return (
    <svg className={css.overlay} width={axis.width} height={height} aria-hidden="true">
      {rows.map(({ personIx, top }) => (
        <Lit key={personIx} state={state} view={view} personIx={personIx} top={top} axis={axis} />
      ))}
      {rows.map(({ personIx, top }) => (
        <Then key={personIx} state={state} view={view} personIx={personIx} top={top} axis={axis} />
      ))}
    </svg>
  );
}

interface RowProps {
  readonly state: HandState;
  readonly view: PlanView;
  readonly personIx: number;
  readonly top: number;
  readonly axis: Axis;
}

/** The best place on a cord, lit; a cord that has none stands back. */
function Lit({ state, view, personIx, top, axis }: RowProps) {
  const { fits, hold, aim } = state;
  if (fits === null || state.isStretch) return null;
  const ids = new Set(view.people[personIx]!.shifts.map((s) => s.id));
  const fit = fits.find((f) => f.shiftIds.some((id) => ids.has(id)));
  const isAimed = aim !== null && ids.has(aim.shiftId);
  if (!fit) {
    if (hold.visitIds.length > 1 || isAimed) return null;
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
}

/** What the day would be: a thin cord over the one that is. */
function Then({ state, view, personIx, top, axis }: RowProps) {
  const { outcome, hold, aim } = state;
  const ids = new Set(view.people[personIx]!.shifts.map((s) => s.id));
  const isAimed = aim !== null && ids.has(aim.shiftId);
  const days = outcome?.days.filter((d) => ids.has(d.shiftId)) ?? [];
  const y = top + MID;
  if (!outcome && isAimed && !state.isStretch) {
    const finish = hold.grabbed ? hold.grabbed.finishAt - hold.grabbed.startAt : 3600;
    const x = axis.x(aim.at);
    return (
      <path
        d={knotPath(x, y, Math.max(8, axis.x(aim.at + finish) - x), 20)}
        className={css.held}
        fill="var(--lime)"
      />
    );
  }
  const broken = new Set(outcome?.broken.flatMap((v) => v.visitId ?? []));
  const held = new Set(hold.visitIds);
  if (days.length === 0) return null;
  const names = new Map(view.visits.map((v) => [v.id, v.jobKind]));
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
            name={names.get(stop.visitId) ?? 'elsewhere'}
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
