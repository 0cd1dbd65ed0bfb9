'use client';

import { Button, Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useSearchParams } from 'next/navigation';
import { type ReactNode, useCallback, useMemo, useRef, useState } from 'react';
import { z } from 'zod';
import { draftRow, type PlanView, planView } from '@/contract/plan/plan-view';
import { errorText } from '../messages/errors';
import type { PlaybookChoice } from '../runs/composer/use-ask';
import { RunComposer } from '../runs/RunComposer';
import { callApi } from '../shared/api';
import { Changes } from './Changes';
import { DaysGrid } from './cords/DaysGrid';
import type { ColourContext } from './cords/knot';
import { Legend } from './cords/Legend';
import { Timeline } from './cords/Timeline';
import { BesideBar, QuickRunBar } from './drafts/BesideBar';
import { DraftActions } from './drafts/DraftActions';
import { useQuickRun } from './drafts/quick-run';
import { ExtentLine, type TerritoryChoice } from './ExtentLine';
import { FromHere } from './FromHere';
import { ReasonDialog } from './hand/ReasonDialog';
import { type Hand, useHand } from './hand/use-hand';
import { Lens } from './lens/Lens';
import { LooseDock } from './loose/LooseDock';
import css from './PlanPage.module.css';
import { type PlanDefaults, type PlanState, usePlanState } from './plan-state';
import { Scoreline } from './Scoreline';
import { useScorelineMore } from './use-scoreline-more';

const MapView = dynamic(() => import('./map/MapView'), {
  ssr: false,
  loading: () => <p style={{ padding: 24 }}>Unfolding the map …</p>,
});

interface Props {
  readonly territories: readonly TerritoryChoice[];
  readonly playbooks: readonly PlaybookChoice[];
  readonly defaults: PlanDefaults;
  readonly mayRun: boolean;
}

/** The plan: cords, loose ends, map, figures, and the lens. */
export function PlanPage({ territories, playbooks, defaults, mayRun }: Props) {
  const [state, change] = usePlanState(defaults);
  const params = useSearchParams();
  // A playbook or a person's page may have sent somebody here to run.
  const asked = params.get('optimize') || null;
  const askedPerson = (params.get('person') ?? '').split(',').filter((id) => id !== '');
  const [lassoed, setLassoed] = useState<readonly string[]>([]);
  const [composing, setComposing] = useState(params.has('optimize') && mayRun);
  const [tableOpen, setTableOpen] = useState(false);
  const query = new URLSearchParams({
    plan: state.plan,
    territories: state.territories.join(','),
    from: state.from,
    to: state.to,
  }).toString();
  const otherQuery = new URLSearchParams({
    plan: state.against ?? 'live',
    territories: state.territories.join(','),
    from: state.from,
    to: state.to,
  }).toString();
  const {
    data: view,
    error,
    isFetching,
    refetch,
  } = useQuery({
    queryKey: ['plan', query],
    queryFn: ({ signal }) => callApi(`/api/plan?${query}`, planView, { signal }),
    placeholderData: (previous) => previous,
  });
  const other = useQuery({
    queryKey: ['plan', otherQuery],
    queryFn: ({ signal }) => callApi(`/api/plan?${otherQuery}`, planView, { signal }),
    enabled: state.against !== null && state.against !== state.plan,
  });
  const drafts = useQuery({ queryKey: ['drafts'], queryFn: () => callApi('/api/drafts', z.array(draftRow)) });
  // The newest way to change the state, so that what is handed down stays the same and rows are not drawn again.
  const latest = useRef({ state, change });
  latest.current = { state, change };
  const select = useCallback(
    (selected: string | null) => latest.current.change({ selected, lens: true }),
    [],
  );
  const walk = useCallback((selected: string | null) => {
    const { state: now, change: set } = latest.current;
    // What was open stays open on what comes next; what was not is not opened by walking.
    set({ selected, lens: now.selected !== null && now.lens });
  }, []);
  const hand = useHand(view, query, mayRun);
  const quick = useQuickRun((draftId) => {
    void drafts.refetch();
    latest.current.change({ against: draftId });
  });
  const beside = drafts.data?.find((d) => d.id === state.against && d.status === 'open');
  const draft = drafts.data?.find((d) => d.id === state.plan);
  return (
    <div className={css.page}>
      <h1 className={css.hidden}>Plan</h1>
      <ExtentLine
        state={state}
        onChange={change}
        territories={territories}
        drafts={drafts.data ?? []}
        mayOptimize={mayRun}
        onOptimize={() => {
          setLassoed([]);
          setComposing(true);
        }}
        changes={
          view?.kind === 'live' ? (
            <Changes zone={view.zone} revision={view.revision} mayChange={mayRun} />
          ) : null
        }
        fromHere={
          view && mayRun && state.plan === 'live' && playbooks[0] ? (
            <FromHere
              view={view}
              query={query}
              selected={state.selected}
              playbookVersionId={playbooks[0].id}
              isBusy={quick.isUnderWay}
              onStart={quick.start}
            />
          ) : null
        }
      />
      <QuickRunBar quick={quick} />
      {beside && mayRun && state.plan === 'live' && (
        <BesideBar key={beside.id} draft={beside} onGone={() => change({ against: null })} />
      )}
      {draft && mayRun && (
        <DraftActions
          draft={draft}
          onAccepted={() => change({ plan: 'live', selected: null })}
          onThrownAway={() => change({ plan: 'live', selected: null })}
        />
      )}
      <div className={css.content} aria-busy={isFetching}>
        {error && !isFetching && (
          <div className={css.message} role="alert">
            <p>{errorText(error)}</p>
            <Button onClick={() => void refetch()}>Try again</Button>
          </div>
        )}
        {!view && !error && (
          <div className={css.message}>
            <Loader size="sm" /> Laying out the plan …
          </div>
        )}
        {view && !error && (
          <Drawing
            view={view}
            state={state}
            change={change}
            select={select}
            walk={walk}
            query={query}
            other={state.against === null ? undefined : other.data}
            otherQuery={otherQuery}
            hand={hand}
            isDocked={tableOpen}
            onDock={setTableOpen}
            onLasso={
              mayRun
                ? (ids) => {
                    setLassoed(ids);
                    setComposing(ids.length > 0);
                  }
                : undefined
            }
          />
        )}
      </div>
      {view && !error && <Scoreline view={view} query={query} selected={state.selected} onSelect={select} />}
      {view && <ReasonDialog asked={hand.asked} view={view} onGive={hand.giveReason} />}
      <RunComposer
        opened={composing}
        onClose={() => setComposing(false)}
        territories={territories}
        playbooks={playbooks}
        start={{
          territories: state.territories,
          from: state.from,
          to: state.to,
          playbookVersionId: asked,
          personIds: askedPerson,
          visitIds: lassoed,
        }}
      />
    </div>
  );
}

interface DrawingProps {
  readonly view: PlanView;
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
  readonly onLasso: ((visitIds: readonly string[]) => void) | undefined;
}

function Drawing({
  view,
  state,
  change,
  select,
  walk,
  query,
  other,
  otherQuery,
  hand,
  isDocked,
  onDock,
  onLasso,
}: DrawingProps) {
  const more = useScorelineMore(query, view.revision);
  const colour = useMemo(
    (): ColourContext => ({
      by: state.colourBy,
      territories: view.territories,
      jobKinds: [...new Set(view.visits.map((v) => v.jobKind))].sort(),
      chances: new Map(more?.chances),
    }),
    [state.colourBy, view, more],
  );
  const dock = (marked: ReadonlySet<string>): ReactNode =>
    isDocked && (
      <LooseDock
        view={view}
        selected={state.selected}
        marked={marked}
        onSelect={select}
        onClose={() => onDock(false)}
      />
    );
  const openDay = (date: string): void => change({ from: date, to: date });
  return (
    <>
      <div className={css.columns} data-beside={state.selected !== null && state.lens}>
        {state.layout !== 'map' && (
          <div className={css.cords}>
            <div className={css.drawing}>
              {view.dates.length === 1 ? (
                <Timeline
                  view={view}
                  other={other}
                  date={view.dates[0]!}
                  colour={colour}
                  selected={state.selected}
                  onSelect={select}
                  onWalk={walk}
                  onOpenLoose={() => onDock(!isDocked)}
                  hand={hand}
                  dock={dock}
                />
              ) : (
                <DaysGrid
                  view={view}
                  selected={state.selected}
                  onSelect={select}
                  onOpenDay={openDay}
                  onOpenLoose={() => onDock(!isDocked)}
                  hand={hand}
                  dock={dock}
                />
              )}
            </div>
            <Legend
              colour={colour}
              onColourBy={(colourBy) => change({ colourBy })}
              beside={other && view.dates.length === 1 ? other.planName : null}
            />
          </div>
        )}
        {state.layout !== 'cords' && (
          <div className={css.map}>
            <MapView
              view={view}
              query={query}
              selected={state.selected}
              onSelect={select}
              onLasso={onLasso}
              otherQuery={other ? otherQuery : null}
              otherName={other?.planName ?? ''}
            />
          </div>
        )}
      </div>
      {state.selected && state.lens && (
        <Lens view={view} query={query} selected={state.selected} onSelect={select} hand={hand} />
      )}
    </>
  );
}
