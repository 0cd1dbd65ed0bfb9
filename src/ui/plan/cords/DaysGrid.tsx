'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useMemo, useRef, useSyncExternalStore } from 'react';
import { type PersonView, type PlanView, type ShiftView, slackOf } from '@/contract/plan/plan-view';
import { changeText, durationText, priceText } from '../../messages/figures';
import { shortDay } from '../../shared/time';
import { HandCard } from '../hand/HandCard';
import type { HandStore } from '../hand/hand-store';
import { useDrag } from '../hand/use-drag';
import type { Hand } from '../hand/use-hand';
import { idOf } from '../selection';
import { type Axis, createAxis, hoursOf } from './axis';
import css from './DaysGrid.module.css';
import { knotPath } from './knot';
import { loadOf, PersonLabel } from './PersonLabel';

const ROW = 46;
const CELL = 75;
const TONE = { comfortable: 'var(--leaf)', tight: 'var(--ochre)', missed: 'var(--plum)' } as const;

interface Props {
  readonly view: PlanView;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
  readonly onOpenDay: (date: string) => void;
  readonly onOpenLoose: () => void;
  readonly hand: Hand;
  /** What stands below and can be carried out of. */
  readonly dock: (marked: ReadonlySet<string>) => ReactNode;
}

const NONE: ReadonlySet<string> = new Set();

/** People by days: each cell is the day's cord in small, nights folded, with its load. */
export function DaysGrid({ view, selected, onSelect, onOpenDay, onOpenLoose, hand, dock }: Props) {
  const root = useRef<HTMLDivElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: view.people.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  const axes = useMemo(() => new Map(view.dates.map((d) => [d, cellAxis(view, d)])), [view]);
  const person = idOf(selected, 'person');
  const visit = idOf(selected, 'visit');
  const drag = useDrag({
    hand,
    view,
    scroller,
    marked: NONE,
    momentOf: () => null,
    // On a day it goes to its best place there; where there is none, to the beginning of the day.
    aimOf: (x, y) => {
      const cell = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-cell]')?.dataset.cell;
      const [personId, date] = cell?.split('@') ?? [];
      const person = view.people.find((p) => p.id === personId);
      const shifts = person?.shifts.filter((s) => s.date === date) ?? [];
      if (!person || shifts.length === 0) return null;
      const fit = hand.store
        .get()
        ?.fits?.find((f) => f.shiftIds.some((id) => shifts.some((s) => s.id === id)));
      const shift = shifts.find((s) => fit?.shiftIds.includes(s.id)) ?? shifts[0]!;
      return { personId: person.id, shiftId: shift.id, at: fit?.startAt ?? shift.startAt };
    },
  });
  return (
    <div className={css.frame} ref={root} {...drag}>
      <HandCard store={hand.store} view={view} frame={() => root.current?.getBoundingClientRect() ?? null} />
      <div className={css.grid} ref={scroller}>
        <div className={css.head} style={{ minWidth: 196 + view.dates.length * CELL }}>
          <div className={css.corner}>
            <strong>Loose ends</strong>{' '}
            <strong className={view.looseIds.length > 0 ? 'bad' : 'good'}>{view.looseIds.length}</strong>
            <div>
              <button type="button" className="link" onClick={onOpenLoose}>
                Open as a table
              </button>
            </div>
          </div>
          {view.dates.map((date) => (
            <button
              key={date}
              type="button"
              className={css.day}
              style={{ minWidth: CELL }}
              onClick={() => onOpenDay(date)}
              title={`Open ${date}; planned of all working time`}
            >
              <b>{shortDay(date)}</b>
              <span className="quiet">{totalLoad(view, date)}</span>
            </button>
          ))}
        </div>
        <div
          style={{
            height: rows.getTotalSize(),
            position: 'relative',
            minWidth: 196 + view.dates.length * CELL,
          }}
        >
          {rows.getVirtualItems().map((item) => {
            const p = view.people[item.index]!;
            const territory = view.territories.find((t) => t.id === p.homeTerritory)?.name ?? 'Elsewhere';
            const isCurrent =
              p.id === person || p.shifts.some((s) => s.route?.stops.some((x) => x.visitId === visit));
            return (
              <div
                key={p.id}
                className={css.row}
                data-current={isCurrent}
                style={{ transform: `translateY(${item.start}px)`, height: ROW }}
              >
                <PersonLabel
                  person={p}
                  shifts={p.shifts}
                  territory={territory}
                  zoneNote={null}
                  onSelect={() => onSelect(`person:${p.id}`)}
                />
                {view.dates.map((date) => (
                  <DayCell
                    key={date}
                    shifts={p.shifts.filter((s) => s.date === date)}
                    axis={axes.get(date)!}
                    person={p}
                    date={date}
                    visit={visit}
                    store={hand.store}
                    onOpen={() => onOpenDay(date)}
                  />
                ))}
              </div>
            );
          })}
        </div>
      </div>
      {dock(NONE)}
    </div>
  );
}

function cellAxis(view: PlanView, date: string): Axis {
  const { fromAt, toAt } = hoursOf(view, date);
  return createAxis(fromAt, toAt, 100);
}

function totalLoad(view: PlanView, date: string): string {
  const { plannedSec, workedSec } = loadOf(
    view.people.flatMap((p) => p.shifts.filter((s) => s.date === date)),
  );
  return workedSec === 0 ? 'closed' : `${Math.round((plannedSec / workedSec) * 100)} %`;
}

interface CellProps {
  readonly shifts: readonly ShiftView[];
  readonly axis: Axis;
  readonly person: PersonView;
  readonly date: string;
  readonly visit: string | null;
  readonly store: HandStore;
  readonly onOpen: () => void;
}

function DayCell({ shifts, axis, person, date, visit, store, onOpen }: CellProps) {
  const { name } = person;
  // As text, so that a cell is only drawn anew when what it says changes.
  const held = useSyncExternalStore(
    store.subscribe,
    () => heldText(store, shifts),
    () => null,
  );
  const { plannedSec, workedSec } = loadOf(shifts);
  const share = workedSec > 0 ? Math.round((plannedSec / workedSec) * 100) : 0;
  const stops = shifts.flatMap((s) => s.route?.stops ?? []);
  const over = shifts.reduce((sum, s) => sum + (s.route?.overtimeSec ?? 0), 0);
  const spoken =
    workedSec === 0
      ? `${name}, ${date}: off`
      : `${name}, ${date}: ${stops.length} visits, ${share} percent planned${over >= 60 ? `, overtime ${durationText(over)}` : ''}`;
  return (
    <button
      type="button"
      className={css.cell}
      data-off={workedSec === 0}
      data-cell={`${person.id}@${date}`}
      data-held={held === null ? undefined : held === '' ? 'no' : 'yes'}
      style={{ minWidth: CELL }}
      onClick={onOpen}
      aria-label={spoken}
      title={spoken}
    >
      {workedSec > 0 && (
        <>
          <svg viewBox="0 0 100 18" preserveAspectRatio="none" height={18} width="100%" aria-hidden="true">
            {shifts.map((s) => (
              <path
                key={s.id}
                d={`M${axis.x(s.route?.departAt ?? s.startAt)} 9 H${axis.x(s.route?.arriveAt ?? s.endAt)}`}
                stroke={s.route ? 'var(--ink-2)' : 'var(--hair)'}
                strokeWidth={1}
              />
            ))}
            {shifts.flatMap((s) =>
              (s.route?.stops ?? []).map((stop, i) => (
                <path
                  key={`${stop.visitId}${i}`}
                  data-visit={stop.visitId || undefined}
                  data-shift={s.id}
                  d={knotPath(
                    axis.x(stop.startAt),
                    9,
                    Math.max(3, axis.x(stop.finishAt) - axis.x(stop.startAt)),
                    slackOf(stop) === 'comfortable' ? 9 : 13,
                  )}
                  fill={stop.visitId === visit ? 'var(--lime)' : TONE[slackOf(stop)]}
                  stroke={stop.visitId === visit ? 'var(--ink)' : 'none'}
                />
              )),
            )}
          </svg>
          <span className={css.figures}>
            <span>{held || (stops.length > 0 ? `${share} %` : 'free')}</span>
            {over >= 60 && <span className="bad">+{durationText(over).replace(' min', '′')}</span>}
          </span>
        </>
      )}
    </button>
  );
}

/** What a day says while something is held: the price of its best place, nothing where it has none; null when nothing is. */
function heldText(store: HandStore, shifts: readonly ShiftView[]): string | null {
  const fits = store.get()?.fits;
  if (!fits) return null;
  const fit = fits.find((f) => f.shiftIds.some((id) => shifts.some((s) => s.id === id)));
  return fit ? changeText(fit.price, priceText) : '';
}
