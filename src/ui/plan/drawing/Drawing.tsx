import dynamic from 'next/dynamic';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import type { PersonView, PlanView } from '@/contract/plan/plan-view';
import { DaysGrid } from '../cords/DaysGrid';
import type { ColourContext } from '../cords/knot';
import { Legend } from '../cords/Legend';
import { Timeline } from '../cords/Timeline';
import { PeopleSearch } from '../desk/PeopleSearch';
import type { Desk } from '../desk/use-desk';
import type { Hand } from '../hand/use-hand';
import { Lens } from '../lens/Lens';
import { PeopleDays } from '../list/PeopleDays';
import { LooseDock } from '../loose/LooseDock';
import type { PlanState } from '../plan-state';
import { useScorelineMore } from '../scoreline/use-scoreline-more';
import css from './Drawing.module.css';
import { HoverNote, useHover } from './HoverNote';
import { Split, useSplit } from './Split';
import { usePinned } from './use-pinned';

const MapView = dynamic(() => import('../map/MapView'), {
  ssr: false,
  loading: () => <p style={{ padding: 24 }}>Unfolding the map …</p>,
});

interface Props {
  readonly view: PlanView;
  /** Who of it stands on the desk. */
  readonly people: readonly PersonView[];
  readonly desk: Desk;
  readonly zones: readonly string[];
  readonly state: PlanState;
  readonly change: (change: Partial<PlanState>) => void;
  readonly select: (selected: string | null) => void;
  /** Moves the selection without opening it. */
  readonly walk: (selected: string | null) => void;
  readonly query: string;
  /** The plan that is shown as ghosts. */
  readonly other: PlanView | undefined;
  readonly otherQuery: string;
  readonly hand: Hand;
  /** The loose ends stand below as a table. */
  readonly isDocked: boolean;
  readonly onDock: (isDocked: boolean) => void;
  readonly onLasso: ((visitIds: readonly string[], isSmall: boolean) => void) | undefined;
}

const NONE: ReadonlySet<string> = new Set();

/** The plan as cords, days, list or map, with the lens beside it. */
export function Drawing(props: Props) {
  const { view, people, desk, zones, state, change, select, walk, query, other, otherQuery, hand } = props;
  const { isDocked, onDock, onLasso } = props;
  const [marked, setMarked] = useState(NONE);
  const { over, watch } = useHover(hand);
  const pane = useRef<HTMLDivElement>(null);
  const split = useSplit();
  const [isPinned, setPinned] = usePinned();
  const more = useScorelineMore(query, view.revision);
  const { says } = desk.settings;
  const colour = useMemo(
    (): ColourContext => ({
      by: state.colourBy,
      says,
      territories: view.territories,
      jobKinds: [...new Set(view.visits.map((v) => v.jobKind))].sort(),
      chances: new Map(more?.chances),
    }),
    [state.colourBy, says, view, more],
  );
  const dock: ReactNode = isDocked && (
    <LooseDock
      view={view}
      hand={hand}
      desk={desk}
      selected={state.selected}
      marked={marked}
      onMark={setMarked}
      onSelect={select}
      onClose={() => onDock(false)}
    />
  );
  const isOpen = state.selected !== null && state.lens;
  const common = {
    view,
    people,
    peopleSearch: <PeopleSearch desk={desk} shown={people.length} all={view.people.length} />,
    selected: state.selected,
    onSelect: select,
    onOpenLoose: () => onDock(!isDocked),
    hand,
    dock,
  };
  const cords =
    state.layout === 'list' ? (
      <PeopleDays {...common} />
    ) : view.dates.length === 1 ? (
      <Timeline
        {...common}
        settings={desk.settings}
        other={other}
        date={view.dates[0]!}
        colour={colour}
        onWalk={walk}
        marked={marked}
        onMark={setMarked}
      />
    ) : (
      <DaysGrid
        {...common}
        settings={desk.settings}
        marked={marked}
        onOpenDay={(date) => change({ from: date, to: date })}
      />
    );
  return (
    <>
      <div className={css.columns} data-beside={isOpen && isPinned} ref={split.frame}>
        {state.layout !== 'map' && (
          <div className={css.cords} style={state.layout === 'both' ? { flex: `0 0 ${split.percent}%` } : {}}>
            <div className={css.drawing} ref={pane} {...watch}>
              {cords}
              <HoverNote over={over} view={view} chances={colour.chances} frame={pane} />
            </div>
            <Legend
              colour={colour}
              onColourBy={(colourBy) => change({ colourBy })}
              beside={other && view.dates.length === 1 ? other.planName : null}
              drawn={state.layout === 'list' ? 'list' : view.dates.length > 1 ? 'days' : 'hours'}
              zone={view.zone}
              zones={zones}
              onZone={(zone) => change({ zone: zone === zones[0] ? null : zone })}
            />
          </div>
        )}
        {state.layout === 'both' && <Split split={split} />}
        {(state.layout === 'map' || state.layout === 'both') && (
          <div className={css.map}>
            <MapView
              view={view}
              query={query}
              selected={state.selected}
              onSelect={select}
              hasCords={state.layout === 'both'}
              onLasso={onLasso}
              hand={hand}
              marked={marked}
              onMark={setMarked}
              otherQuery={other ? otherQuery : null}
              otherName={other?.planName ?? ''}
            />
          </div>
        )}
      </div>
      {isOpen && state.selected && (
        <Lens
          view={view}
          query={query}
          selected={state.selected}
          onSelect={select}
          hand={hand}
          isPinned={isPinned}
          onPin={setPinned}
        />
      )}
    </>
  );
}
