'use client';

import { Button, Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'next/navigation';
import { useCallback, useMemo, useRef, useState } from 'react';
import { z } from 'zod';
import { draftRow, type PlanView, planView } from '@/contract/plan/plan-view';
import { errorText } from '../messages/errors';
import type { PlaybookChoice } from '../runs/composer/use-ask';
import { RunComposer } from '../runs/RunComposer';
import { callApi } from '../shared/api';
import { Changes } from './Changes';
import { DeskMenu } from './desk/DeskMenu';
import { Reminders } from './desk/Reminders';
import { NO_DESK, useArranged, useDesk } from './desk/use-desk';
import { BesideBar, QuickRunBar } from './drafts/BesideBar';
import { DraftActions } from './drafts/DraftActions';
import { useQuickRun } from './drafts/quick-run';
import { Drawing } from './drawing/Drawing';
import { ExtentLine, type TerritoryChoice } from './ExtentLine';
import { FromHere } from './FromHere';
import { ReasonDialog } from './hand/ReasonDialog';
import { useHand } from './hand/use-hand';
import css from './PlanPage.module.css';
import { type PlanDefaults, usePlanState } from './plan-state';
import { Scoreline } from './scoreline/Scoreline';

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
  const isFresh = !['from', 'territories', 'plan'].some((name) => params.has(name));
  const desk = useDesk({
    state,
    change,
    territoryIds: useMemo(() => territories.map((t) => t.id), [territories]),
    isFresh: isFresh && state.desk !== NO_DESK,
  });
  const {
    data: raw,
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
  const { view, people } = useArranged(raw, desk, state.zone);
  const hand = useHand(raw, query, { mayChange: mayRun, isPicture: state.layout !== 'list' });
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
        desk={
          <DeskMenu
            desk={desk}
            state={state}
            territories={territories}
            people={raw?.people ?? []}
            zones={zonesOf(raw)}
          />
        }
        reminders={<Reminders view={view} selected={state.selected} onSelect={select} />}
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
            people={people}
            desk={desk}
            zones={zonesOf(raw)}
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
                ? (ids, isSmall) => {
                    if (isSmall && state.plan === 'live' && playbooks[0])
                      quick.start({
                        extent: {
                          territoryIds: state.territories,
                          firstDate: state.from,
                          lastDate: state.to,
                        },
                        playbookVersionId: playbooks[0].id,
                        personIds: [],
                        visitIds: ids,
                      });
                    else {
                      setLassoed(ids);
                      setComposing(ids.length > 0);
                    }
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

/** The zones that times can be said in: the company's, those of the territories and of the people on screen. */
function zonesOf(view: PlanView | undefined): string[] {
  if (!view) return [];
  return [...new Set([view.zone, ...view.territories.map((t) => t.zone), ...view.people.map((p) => p.zone)])];
}
