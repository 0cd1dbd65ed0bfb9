'use client';

import { useElementSize } from '@mantine/hooks';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type MouseEvent, memo, type ReactNode, useMemo, useRef, useState } from 'react';
import type { PersonView, PlanView, VisitView } from '@/contract/plan/plan-view';
import { offsetMinutes } from '@/core/index';
import { useNow } from '../../shared/use-now';
import { shiftAt, snapped } from '../hand/grip';
import { HandCard } from '../hand/HandCard';
import { HandOverlay } from '../hand/HandOverlay';
import { KnotMenu, type MenuAt } from '../hand/KnotMenu';
import { useDrag } from '../hand/use-drag';
import type { Hand } from '../hand/use-hand';
import { useHandKeys } from '../hand/use-hand-keys';
import { LooseEnds, windowOn } from '../loose/LooseEnds';
import { idOf } from '../selection';
import { type Axis, createAxis, hoursOf, hourTicks } from './axis';
import { Cord, CordPatterns, ROW_HEIGHT } from './Cord';
import { GhostKnots } from './GhostKnots';
import { type Ghost, ghostsOf } from './ghosts';
import { HourLine, NowLine } from './HourLine';
import type { ColourContext } from './knot';
import { PersonLabel } from './PersonLabel';
import css from './Timeline.module.css';
import { useCordKeys } from './use-cord-keys';

/** Width of the names on the left. */
const NAMES_PX = 196;

interface Props {
  readonly view: PlanView;
  /** Another plan, whose places are shown as ghosts. */
  readonly other: PlanView | undefined;
  readonly date: string;
  readonly colour: ColourContext;
  readonly selected: string | null;
  readonly onSelect: (selection: string | null) => void;
  /** Moves the selection without opening it. */
  readonly onWalk: (selection: string | null) => void;
  readonly onOpenLoose: () => void;
  readonly hand: Hand;
  /** What stands below the cords and can be carried out of, given what is marked. */
  readonly dock: (marked: ReadonlySet<string>) => ReactNode;
}

/** People and their cords over one day, under the loose ends on the same axis. */
export function Timeline({
  view,
  other,
  date,
  colour,
  selected,
  onSelect,
  onWalk,
  onOpenLoose,
  hand,
  dock,
}: Props) {
  const { ref: trackRef, width } = useElementSize();
  const scroller = useRef<HTMLDivElement>(null);
  const visits = useMemo(() => new Map(view.visits.map((v) => [v.id, v])), [view.visits]);
  const axis = useMemo(() => {
    const { fromAt, toAt } = hoursOf(view, date);
    return createAxis(fromAt, toAt, Math.max(320, width));
  }, [view, date, width]);
  const rows = useVirtualizer({
    count: view.people.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 6,
  });
  const keys = useCordKeys({
    people: view.people,
    date,
    selected,
    onSelect,
    onWalk,
    scrollTo: (i) => rows.scrollToIndex(i),
  });
  const [menu, setMenu] = useState<MenuAt | null>(null);
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const momentOf = (x: number): number | null => {
    const box = scroller.current?.getBoundingClientRect();
    return box ? axis.at(x - box.left - NAMES_PX) : null;
  };
  const drag = useDrag({
    hand,
    view,
    scroller,
    marked,
    momentOf,
    aimOf: (x, y, grabSec) => {
      const box = scroller.current?.getBoundingClientRect();
      if (!box || y < box.top || y > box.bottom) return null;
      const person = view.people[Math.floor((y - box.top + scroller.current!.scrollTop) / ROW_HEIGHT)];
      if (!person) return null;
      const at = snapped(axis.at(x - box.left - NAMES_PX) - grabSec);
      const shift = shiftAt(person, date, at);
      return shift ? { personId: person.id, shiftId: shift.id, at } : null;
    },
  });
  const handKeys = useHandKeys({
    hand,
    view,
    date,
    selected,
    marked,
    scrollTo: (i) => rows.scrollToIndex(i),
  });
  const root = useRef<HTMLDivElement>(null);
  const asks = {
    onContextMenu: (e: MouseEvent): void => {
      const visitId = (e.target as Element).closest<SVGGElement>('[data-visit]')?.dataset.visit;
      if (!visitId) return;
      e.preventDefault();
      setMenu({ x: e.clientX, y: e.clientY, visitId });
    },
  };
  /** Shift adds to what goes along when one of them is taken up. */
  const mark = (e: MouseEvent): void => {
    const id = (e.target as Element).closest<SVGGElement>('[data-visit]')?.dataset.visit;
    if (!e.shiftKey || !id) {
      if (marked.size > 0) setMarked(new Set());
      return;
    }
    e.stopPropagation();
    const current = idOf(selected, 'visit');
    const next = new Set(marked.size === 0 && current ? [current] : marked);
    if (!next.delete(id)) next.add(id);
    setMarked(next);
  };
  const ghosts = useMemo(() => ghostsOf(view, other), [view, other]);
  const now = useNow(view);
  const loose = useMemo(() => view.looseIds.flatMap((id) => visits.get(id) ?? []), [view.looseIds, visits]);
  const today = loose.filter((v) => windowOn(v, axis));
  const anyTime = loose.filter((v) => v.windows.length === 0);
  return (
    <div className={css.timeline} ref={root} onClickCapture={mark} {...asks} {...drag}>
      <KnotMenu
        at={menu}
        hand={hand}
        view={view}
        onOpen={(id) => onSelect(`visit:${id}`)}
        onClose={() => setMenu(null)}
      />
      <HandCard store={hand.store} view={view} frame={() => root.current?.getBoundingClientRect() ?? null} />
      <div className={css.head}>
        <div className={css.corner}>
          <div>
            <strong>Loose ends</strong>{' '}
            <strong className={loose.length > 0 ? 'bad' : 'good'}>{loose.length}</strong>
          </div>
          <div className="quiet">{today.length} promised a window today</div>
          <div className="quiet">{anyTime.length} without a window</div>
          <button type="button" className="link" onClick={onOpenLoose}>
            Open as a table
          </button>
        </div>
        <div className={css.track} ref={trackRef}>
          <HourLine axis={axis} zone={view.zone} now={now} />
          <div className={css.band}>
            <LooseEnds
              visits={today}
              axis={axis}
              selectedId={idOf(selected, 'visit')}
              onSelect={(id) => onSelect(`visit:${id}`)}
            />
          </div>
        </div>
      </div>
      <div
        className={css.rows}
        ref={scroller}
        tabIndex={0}
        role="application"
        aria-label="Cords: arrow keys walk people and visits, Enter opens, m moves, s stretches, u takes off, t ties"
        onKeyDown={(e) => {
          if (!handKeys(e)) keys(e);
        }}
      >
        {view.people.length === 0 && (
          <p style={{ padding: 24 }}>
            Nobody belongs to these territories on this day. Choose other territories or another day above.
          </p>
        )}
        <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
          <HandOverlay
            store={hand.store}
            view={view}
            axis={axis}
            rows={rows.getVirtualItems().map((item) => ({ personIx: item.index, top: item.start }))}
            height={rows.getTotalSize()}
          />
          {rows.getVirtualItems().map((item) => {
            const person = view.people[item.index]!;
            const holds =
              person.id === idOf(selected, 'person') ||
              person.shifts.some(
                (s) => s.date === date && s.route?.stops.some((x) => x.visitId === idOf(selected, 'visit')),
              );
            return (
              <div
                key={person.id}
                className={css.row}
                data-current={holds}
                style={{ transform: `translateY(${item.start}px)`, height: ROW_HEIGHT }}
              >
                <Row
                  person={person}
                  date={date}
                  view={view}
                  now={now}
                  axis={axis}
                  visits={visits}
                  colour={colour}
                  ghosts={ghosts.get(person.id)}
                  otherName={other?.planName ?? ''}
                  selectedId={holds ? idOf(selected, 'visit') : null}
                  marked={marked}
                  onSelect={onSelect}
                />
              </div>
            );
          })}
        </div>
      </div>
      {dock(marked)}
    </div>
  );
}

interface RowProps {
  readonly person: PersonView;
  readonly date: string;
  readonly view: PlanView;
  readonly now: number;
  readonly axis: Axis;
  readonly visits: ReadonlyMap<string, VisitView>;
  readonly colour: ColourContext;
  readonly selectedId: string | null;
  readonly marked: ReadonlySet<string>;
  readonly onSelect: (selection: string) => void;
  /** Where another plan has visits of theirs. */
  readonly ghosts: readonly Ghost[] | undefined;
  readonly otherName: string;
}

const Row = memo(function Row({
  ghosts,
  otherName,
  person,
  date,
  view,
  now,
  axis,
  visits,
  colour,
  selectedId,
  marked,
  onSelect,
}: RowProps) {
  const shifts = person.shifts.filter((s) => s.date === date);
  const territory = view.territories.find((t) => t.id === person.homeTerritory)?.name ?? 'Elsewhere';
  const apart = (offsetMinutes(axis.fromAt, person.zone) - offsetMinutes(axis.fromAt, view.zone)) / 60;
  return (
    <>
      <PersonLabel
        person={person}
        shifts={shifts}
        territory={territory}
        zoneNote={apart === 0 ? null : `${apart > 0 ? '+' : '−'}${Math.abs(apart)} h`}
        onSelect={() => onSelect(`person:${person.id}`)}
      />
      <svg width={axis.width} height={ROW_HEIGHT} role="group" aria-label={`Day of ${person.name}`}>
        <CordPatterns />
        {hourTicks(axis).map((at) => (
          <line
            key={at}
            x1={axis.x(at)}
            x2={axis.x(at)}
            y1={0}
            y2={ROW_HEIGHT}
            stroke="var(--hair)"
            strokeWidth={0.7}
          />
        ))}
        <ClosedTime axis={axis} shifts={shifts} />
        {/* Behind the knots: it does not run through their words. */}
        <NowLine axis={axis} now={now} height={ROW_HEIGHT} />
        {ghosts && (
          <GhostKnots
            ghosts={ghosts}
            axis={axis}
            visits={visits}
            planName={otherName}
            onSelect={(id) => onSelect(`visit:${id}`)}
          />
        )}
        {shifts.map((shift) => (
          <Cord
            key={shift.id}
            person={person}
            shift={shift}
            axis={axis}
            visits={visits}
            colour={colour}
            selectedId={selectedId}
            marked={marked}
            onSelect={(id) => onSelect(`visit:${id}`)}
          />
        ))}
      </svg>
    </>
  );
});

/** Time outside the person's shifts is hatched ground. */
function ClosedTime({
  axis,
  shifts,
}: {
  readonly axis: Axis;
  readonly shifts: readonly { startAt: number; endAt: number }[];
}) {
  const open = [...shifts].sort((a, b) => a.startAt - b.startAt);
  const closed: [number, number][] = [];
  let at = axis.fromAt;
  for (const s of open) {
    if (s.startAt > at) closed.push([at, s.startAt]);
    at = Math.max(at, s.endAt);
  }
  if (at < axis.toAt) closed.push([at, axis.toAt]);
  return closed.map(([a, b]) => (
    <rect key={a} x={axis.x(a)} width={axis.x(b) - axis.x(a)} y={0} height={ROW_HEIGHT} fill="url(#hatch)" />
  ));
}
