'use client';

import { useElementSize } from '@mantine/hooks';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type CSSProperties, type MouseEvent, type ReactNode, useMemo, useRef, useState } from 'react';
import type { DeskSettings } from '@/contract/plan/desks';
import type { PersonView, PlanView } from '@/contract/plan/plan-view';
import { useNow } from '../../shared/use-now';
import { HereDialog } from '../hand/choices/HereDialog';
import { type Aim, shiftAt, snapped } from '../hand/grip';
import { HandCard } from '../hand/HandCard';
import { HandOverlay } from '../hand/HandOverlay';
import { KnotMenu, type MenuAt } from '../hand/KnotMenu';
import { useDrag } from '../hand/use-drag';
import type { Hand } from '../hand/use-hand';
import { useHandKeys } from '../hand/use-hand-keys';
import { walkHours } from '../hand/walks';
import { LooseEnds, layOut, windowOn } from '../loose/LooseEnds';
import { idOf } from '../selection';
import { createAxis, hoursOf } from './axis';
import { ghostsOf } from './ghosts';
import { HourLine } from './HourLine';
import type { ColourContext } from './knot';
import { COLUMN_PX } from './PersonLabel';
import { ROW_PX, Row } from './Row';
import css from './Timeline.module.css';
import { useCordKeys } from './use-cord-keys';

/** Lanes of loose ends that are seen without scrolling the band. */
const LANES_SEEN = 4;
/** Width of the names on the left. */
const NAMES_PX = 196;

interface Props {
  readonly view: PlanView;
  /** Who of it stands on the desk, from top to bottom. */
  readonly people: readonly PersonView[];
  readonly settings: DeskSettings;
  readonly peopleSearch: ReactNode;
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
  /** What goes along when one of them is taken up. */
  readonly marked: ReadonlySet<string>;
  readonly onMark: (marked: ReadonlySet<string>) => void;
  /** What stands below the cords and can be carried out of. */
  readonly dock: ReactNode;
}

/** People and their cords over one day, under the loose ends on the same axis. */
export function Timeline({
  view,
  people,
  settings,
  peopleSearch,
  other,
  date,
  colour,
  selected,
  onSelect,
  onWalk,
  onOpenLoose,
  hand,
  marked,
  onMark,
  dock,
}: Props) {
  const { ref: trackRef, width } = useElementSize();
  const root = useRef<HTMLDivElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const visits = useMemo(() => new Map(view.visits.map((v) => [v.id, v])), [view.visits]);
  const axis = useMemo(() => {
    const { fromAt, toAt } = hoursOf(view, date, settings.hours);
    return createAxis(fromAt, toAt, Math.max(320, width));
  }, [view, date, width, settings.hours]);
  const rowPx = ROW_PX[settings.rows];
  const namesPx = NAMES_PX + settings.columns.length * COLUMN_PX;
  const rows = useVirtualizer({
    count: people.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    overscan: 6,
  });
  const keys = useCordKeys({
    people,
    date,
    selected,
    onSelect,
    onWalk,
    scrollTo: (i) => rows.scrollToIndex(i),
  });
  const [menu, setMenu] = useState<MenuAt | null>(null);
  const [here, setHere] = useState<Aim | null>(null);
  const momentOf = (x: number): number | null => {
    const box = scroller.current?.getBoundingClientRect();
    return box ? axis.at(x - box.left - namesPx) : null;
  };
  const aimOf = (x: number, y: number, grabSec: number): Aim | null => {
    const box = scroller.current?.getBoundingClientRect();
    if (!box || y < box.top || y > box.bottom) return null;
    const person = people[Math.floor((y - box.top + scroller.current!.scrollTop) / rowPx)];
    if (!person) return null;
    const at = snapped(axis.at(x - box.left - namesPx) - grabSec);
    const shift = shiftAt(person, date, at);
    return shift ? { personId: person.id, shiftId: shift.id, at } : null;
  };
  const drag = useDrag({
    hand,
    view,
    scroller,
    marked,
    momentOf,
    aimOf,
  });
  const handKeys = useHandKeys({
    hand,
    view,
    frame: root,
    walk: useMemo(() => walkHours(people, date), [people, date]),
    selected,
    marked,
    reveal: (id) => rows.scrollToIndex(people.findIndex((p) => p.id === id)),
    onOpen: (id) => onSelect(`visit:${id}`),
  });
  /** An empty stretch of a cord was asked for something to be put there. */
  const askHere = (e: MouseEvent): void => {
    const target = e.target as Element;
    if (!hand.mayHand || !scroller.current?.contains(target) || target.closest('[data-visit], button'))
      return;
    const aim = aimOf(e.clientX, e.clientY, 0);
    if (!aim) return;
    e.preventDefault();
    setHere(aim);
  };
  const asks = {
    onKeyDownCapture: handKeys,
    onDoubleClick: askHere,
    onContextMenu: (e: MouseEvent): void => {
      const target = e.target as Element;
      if (!root.current?.contains(target)) return;
      const visitId = target.closest<SVGGElement>('[data-visit]')?.dataset.visit;
      if (!visitId) {
        askHere(e);
        return;
      }
      e.preventDefault();
      setMenu({ x: e.clientX, y: e.clientY, visitId });
    },
  };
  /** Shift adds to what goes along when one of them is taken up. */
  const mark = (e: MouseEvent): void => {
    const target = e.target as Element;
    // Menus and dialogs of it lie elsewhere on the page.
    if (!root.current?.contains(target)) return;
    const id = target.closest<SVGGElement>('[data-visit]')?.dataset.visit;
    if (!e.shiftKey || !id) {
      // In the table, boxes say what is chosen.
      if (marked.size > 0 && !target.closest('[data-dock]')) onMark(new Set());
      return;
    }
    e.stopPropagation();
    const current = idOf(selected, 'visit');
    const next = new Set(marked.size === 0 && current ? [current] : marked);
    if (!next.delete(id)) next.add(id);
    onMark(next);
  };
  const ghosts = useMemo(() => ghostsOf(view, other), [view, other]);
  const now = useNow(view);
  const loose = useMemo(() => view.looseIds.flatMap((id) => visits.get(id) ?? []), [view.looseIds, visits]);
  const today = useMemo(() => loose.filter((v) => windowOn(v, axis)), [loose, axis]);
  const hiddenLanes = useMemo(
    () => layOut(today, axis).filter((l) => l.lane >= LANES_SEEN).length,
    [today, axis],
  );
  const anyTime = loose.filter((v) => v.windows.length === 0);
  return (
    <div
      className={css.timeline}
      style={{ '--names': `${namesPx}px` } as CSSProperties}
      ref={root}
      onClickCapture={mark}
      {...asks}
      {...drag}
    >
      <KnotMenu
        at={menu}
        hand={hand}
        view={view}
        onOpen={(id) => onSelect(`visit:${id}`)}
        onClose={() => setMenu(null)}
      />
      <HereDialog at={here} hand={hand} view={view} onClose={() => setHere(null)} />
      <HandCard store={hand.store} view={view} frame={() => root.current?.getBoundingClientRect() ?? null} />
      <div className={css.head}>
        <div className={css.corner}>
          <div>
            <strong>Loose ends</strong>{' '}
            <strong className={loose.length > 0 ? 'bad' : 'good'}>{loose.length}</strong>
          </div>
          <div className="quiet">
            {today.length} promised today, {anyTime.length} open
          </div>
          <button type="button" className="link" onClick={onOpenLoose}>
            Open as a table
          </button>
          {peopleSearch}
        </div>
        <div className={css.track} ref={trackRef}>
          <HourLine axis={axis} zone={view.zone} now={now} />
          {hiddenLanes > 0 && <span className={css.hidden}>{hiddenLanes} more below</span>}
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
        aria-label="Cords: arrow keys walk people and visits, Enter opens, m moves, s stretches, u takes off, t ties, d doubles, x cancels, f lists the best places; on a person, n puts something on the cord"
        onKeyDown={(e) => {
          const person = people.find((p) => p.id === idOf(selected, 'person'));
          const shift = person && shiftAt(person, date, now);
          if (e.key === 'n' && hand.mayHand && person && shift) {
            e.preventDefault();
            setHere({ personId: person.id, shiftId: shift.id, at: snapped(Math.max(now, shift.startAt)) });
            return;
          }
          keys(e);
        }}
      >
        {people.length === 0 && (
          <p style={{ padding: 24 }}>
            {view.people.length === 0
              ? 'Nobody belongs to these territories on this day. Choose other territories or another day above.'
              : 'Nobody of this plan stands on the desk: change what is searched for, or the desk, above.'}
          </p>
        )}
        <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
          <HandOverlay
            store={hand.store}
            view={view}
            axis={axis}
            rows={rows
              .getVirtualItems()
              .map((item) => ({ personId: people[item.index]!.id, top: item.start }))}
          />
          {rows.getVirtualItems().map((item) => {
            const person = people[item.index]!;
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
                style={{ transform: `translateY(${item.start}px)`, height: rowPx }}
              >
                <Row
                  person={person}
                  rowPx={rowPx}
                  columns={settings.columns}
                  date={date}
                  view={view}
                  now={now}
                  axis={axis}
                  visits={visits}
                  colour={colour}
                  ghosts={ghosts.get(person.id)}
                  otherName={other?.planName ?? ''}
                  selectedId={holds ? idOf(selected, 'visit') : null}
                  selected={selected?.startsWith('cancelled:') ? selected : null}
                  marked={marked}
                  onSelect={onSelect}
                />
              </div>
            );
          })}
        </div>
      </div>
      {dock}
    </div>
  );
}
