'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { type CSSProperties, type ReactNode, useMemo, useRef, useSyncExternalStore } from 'react';
import type { DeskSettings } from '@/contract/plan/desks';
import {
  type PersonView,
  type PlanView,
  type ShiftView,
  slackOf,
  type VisitView,
} from '@/contract/plan/plan-view';
import { changeText, durationText, priceText } from '../../messages/figures';
import { dateIn, shortDay } from '../../shared/time';
import { HandCard } from '../hand/HandCard';
import type { HandStore } from '../hand/hand-store';
import { useDrag } from '../hand/use-drag';
import type { Hand } from '../hand/use-hand';
import { useHandKeys } from '../hand/use-hand-keys';
import { aimOn, walkDays } from '../hand/walks';
import { idOf } from '../selection';
import { type Axis, createAxis, hoursOf } from './axis';
import css from './DaysGrid.module.css';
import { knotPath } from './knot';
import { COLUMN_PX, LoadMark, loadOf, loadWord, PersonLabel } from './PersonLabel';

const NAMES_PX = 196;
const ROW = 46;
const CELL = 75;
/** Of more days than these, cells are narrow. */
const MOST_WIDE = 7;
const TONE = { comfortable: 'var(--leaf)', tight: 'var(--ochre)', missed: 'var(--plum)' } as const;

interface Props {
  readonly view: PlanView;
  /** Who of it stands on the desk, from top to bottom. */
  readonly people: readonly PersonView[];
  readonly settings: DeskSettings;
  readonly peopleSearch: ReactNode;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
  readonly onOpenDay: (date: string) => void;
  readonly onOpenLoose: () => void;
  readonly hand: Hand;
  readonly marked: ReadonlySet<string>;
  /** What stands below and can be carried out of. */
  readonly dock: ReactNode;
}

/** People by days: each cell is the day's cord in small, nights folded, with its load. */
export function DaysGrid({
  view,
  people,
  settings,
  peopleSearch,
  selected,
  onSelect,
  onOpenDay,
  onOpenLoose,
  hand,
  marked,
  dock,
}: Props) {
  const root = useRef<HTMLDivElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: people.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  const axes = useMemo(
    () => new Map(view.dates.map((d) => [d, cellAxis(view, d, settings.hours)])),
    [view, settings.hours],
  );
  const loose = useMemo(() => looseByDay(view), [view]);
  const namesPx = NAMES_PX + settings.columns.length * COLUMN_PX;
  const person = idOf(selected, 'person');
  const visit = idOf(selected, 'visit');
  const drag = useDrag({
    hand,
    view,
    scroller,
    marked,
    momentOf: () => null,
    // On a day it goes to its best place there; where there is none, to the beginning of the day.
    aimOf: (x, y) => {
      const cell = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-cell]')?.dataset.cell;
      const [personId, date] = cell?.split('@') ?? [];
      const person = view.people.find((p) => p.id === personId);
      const shifts = person?.shifts.filter((s) => s.date === date) ?? [];
      return person ? aimOn(person, shifts, hand.store.get()?.fits ?? null) : null;
    },
  });
  const keys = useHandKeys({
    hand,
    view,
    frame: root,
    walk: useMemo(() => walkDays(people, view.dates), [people, view.dates]),
    selected,
    marked,
    reveal: (id) => rows.scrollToIndex(people.findIndex((p) => p.id === id)),
    onOpen: (id) => onSelect(`visit:${id}`),
  });
  return (
    <div
      className={css.frame}
      style={{ '--names': `${namesPx}px` } as CSSProperties}
      ref={root}
      {...{ onKeyDownCapture: keys }}
      {...drag}
    >
      <HandCard store={hand.store} view={view} frame={() => root.current?.getBoundingClientRect() ?? null} />
      <div
        className={css.grid}
        ref={scroller}
        tabIndex={0}
        role="application"
        aria-label="People by days: on a visit that is selected, m moves it from day to day and person to person, u takes off, t ties, d doubles, x cancels, f lists the best places"
      >
        <div className={css.head} style={{ minWidth: namesPx + view.dates.length * CELL }}>
          <div className={css.corner}>
            <strong>Loose ends</strong>{' '}
            <strong className={view.looseIds.length > 0 ? 'bad' : 'good'}>{view.looseIds.length}</strong>
            <div>
              <button type="button" className="link" onClick={onOpenLoose}>
                Open as a table
              </button>
            </div>
            {peopleSearch}
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
              <span className="quiet">{totalLoad(people, date)}</span>
            </button>
          ))}
        </div>
        <LooseBand
          view={view}
          loose={loose}
          selected={visit}
          onSelect={onSelect}
          width={namesPx + view.dates.length * CELL}
        />
        <div
          style={{
            height: rows.getTotalSize(),
            position: 'relative',
            minWidth: namesPx + view.dates.length * CELL,
          }}
        >
          {rows.getVirtualItems().map((item) => {
            const p = people[item.index]!;
            const territory = view.territories.find((t) => t.id === p.homeTerritory)?.name ?? 'Elsewhere';
            const isCurrent =
              p.id === person ||
              p.shifts.some((s) => s.route?.stops.some((x) => isSameJob(x.visitId, visit)));
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
                  columns={settings.columns}
                />
                {view.dates.map((date) => (
                  <DayCell
                    key={date}
                    shifts={p.shifts.filter((s) => s.date === date)}
                    axis={axes.get(date)!}
                    person={p}
                    date={date}
                    visit={visit}
                    isNarrow={view.dates.length > MOST_WIDE}
                    store={hand.store}
                    onOpen={() => onOpenDay(date)}
                  />
                ))}
              </div>
            );
          })}
        </div>
      </div>
      {dock}
    </div>
  );
}

/** A long job lies on several days in parts: whichever is chosen, all of them are. */
function isSameJob(visitId: string, chosen: string | null): boolean {
  return chosen !== null && visitId.split('/')[0] === chosen.split('/')[0];
}

/** Loose ends by the day on which they were promised, or else are due; those of other days are in the table only. */
function looseByDay(view: PlanView): ReadonlyMap<string, readonly VisitView[]> {
  const ids = new Set(view.looseIds);
  const out = new Map<string, VisitView[]>(view.dates.map((d) => [d, []]));
  for (const v of view.visits) {
    if (!ids.has(v.id)) continue;
    const at = v.windows.at(-1)?.endAt ?? v.dueAt;
    if (at !== undefined) out.get(dateIn(at, view.zone))?.push(v);
  }
  for (const list of out.values()) list.sort((a, b) => a.priority - b.priority);
  return out;
}

const MOST_RINGS = 5;

/** Loose ends over the days, each a ring that can be carried onto somebody's day. */
function LooseBand({
  view,
  loose,
  selected,
  onSelect,
  width,
}: {
  readonly view: PlanView;
  readonly loose: ReadonlyMap<string, readonly VisitView[]>;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
  readonly width: number;
}) {
  return (
    <div className={css.band} style={{ minWidth: width }}>
      <span className={css.bandName}>promised or due</span>
      {view.dates.map((date) => {
        const own = loose.get(date) ?? [];
        return (
          <span key={date} className={css.rings} style={{ minWidth: CELL }}>
            {own.slice(0, MOST_RINGS).map((v) => (
              <button
                key={v.id}
                type="button"
                className={css.ring}
                data-visit={v.id}
                data-urgent={v.priority <= 2}
                data-promised={v.windows.length > 0}
                data-current={v.id === selected}
                aria-label={`Loose end: ${v.jobKind}, ${v.site}, priority ${v.priority}`}
                title={`${v.label} ${v.jobKind}, ${v.site}, priority ${v.priority}`}
                onClick={() => onSelect(`visit:${v.id}`)}
              />
            ))}
            {own.length > MOST_RINGS && <span className="quiet">+{own.length - MOST_RINGS}</span>}
          </span>
        );
      })}
    </div>
  );
}

function cellAxis(view: PlanView, date: string, wanted: DeskSettings['hours']): Axis {
  const { fromAt, toAt } = hoursOf(view, date, wanted);
  return createAxis(fromAt, toAt, 100);
}

function totalLoad(people: readonly PersonView[], date: string): string {
  const { plannedSec, workedSec } = loadOf(people.flatMap((p) => p.shifts.filter((s) => s.date === date)));
  return workedSec === 0 ? 'closed' : `${Math.round((plannedSec / workedSec) * 100)} %`;
}

interface CellProps {
  readonly shifts: readonly ShiftView[];
  readonly axis: Axis;
  readonly person: PersonView;
  readonly date: string;
  readonly visit: string | null;
  /** There is room for one figure only. */
  readonly isNarrow: boolean;
  readonly store: HandStore;
  readonly onOpen: () => void;
}

function DayCell({ shifts, axis, person, date, visit, isNarrow, store, onOpen }: CellProps) {
  const { name } = person;
  // As text, so that a cell is only drawn anew when what it says changes.
  const held = useSyncExternalStore(
    store.subscribe,
    () => heldText(store, shifts),
    () => null,
  );
  const isAimed = useSyncExternalStore(
    store.subscribe,
    () => shifts.some((s) => s.id === store.get()?.aim?.shiftId),
    () => false,
  );
  const { plannedSec, workedSec } = loadOf(shifts);
  const share = workedSec > 0 ? Math.round((plannedSec / workedSec) * 100) : 0;
  const stops = shifts.flatMap((s) => s.route?.stops ?? []);
  const over = shifts.reduce((sum, s) => sum + (s.route?.overtimeSec ?? 0), 0);
  const spoken =
    workedSec === 0
      ? `${name}, ${date}: off`
      : `${name}, ${date}: ${loadWord(plannedSec / workedSec)}, ${stops.length} visits, ${share} percent planned${over >= 60 ? `, overtime ${durationText(over)}` : ''}`;
  return (
    <button
      type="button"
      className={css.cell}
      data-off={workedSec === 0}
      data-cell={`${person.id}@${date}`}
      data-aimed={isAimed || undefined}
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
                  fill={isSameJob(stop.visitId, visit) ? 'var(--lime)' : TONE[slackOf(stop)]}
                  stroke={isSameJob(stop.visitId, visit) ? 'var(--ink)' : 'none'}
                />
              )),
            )}
          </svg>
          <span className={css.figures}>
            <span className={css.share}>
              <LoadMark share={workedSec > 0 ? plannedSec / workedSec : 0} />
              {held || (isNarrow && over >= 60 ? '' : `${share} %`)}
            </span>
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
