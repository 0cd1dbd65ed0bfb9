'use client';

import { Button, Group, Progress } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState } from 'react';
import { type RunView, runView } from '@/contract/runs/run';
import { errorText } from '../messages/errors';
import { priceText } from '../messages/figures';
import { outcomeText, proofText } from '../messages/runs';
import { Comparison } from '../plan/drafts/DraftActions';
import { draftAddress } from '../plan/drafts/DraftsPage';
import { callApi, done } from '../shared/api';
import { dayCount, dayText } from '../shared/time';

const PriceChart = dynamic(() => import('./PriceChart'), {
  ssr: false,
  loading: () => <div style={{ height: 320 }} />,
});

/** Progress is told so often, in seconds: after the last of it comes the proof. */
const LAST_PROGRESS = 0.5;

/** A run: what it does, its best price as it falls, and what it left. */
export function RunPage({ id }: { readonly id: string }) {
  const first = useQuery({ queryKey: ['run', id], queryFn: () => callApi(`/api/runs/${id}`, runView) });
  const [failure, setFailure] = useState<unknown>(null);
  const [stopping, setStopping] = useState(false);
  const run = first.data;
  if (first.error && !run) {
    return (
      <div className="page">
        <h1>Run</h1>
        <p role="alert">{errorText(first.error)}</p>
      </div>
    );
  }
  if (!run) return <div className="page quiet">Looking up the run …</div>;
  const stop = async (): Promise<void> => {
    setStopping(true);
    await callApi(`/api/runs/${id}/stop`, done, { method: 'POST', body: {} }).catch(setFailure);
  };
  return (
    <div className="page">
      <h1>{titleOf(run)}</h1>
      <p>{sentenceOf(run)}</p>
      <State run={run} onStop={() => void stop()} stopping={stopping || run.stopRequested} />
      {failure !== null && (
        <p className="bad" role="alert">
          {errorText(failure)}
        </p>
      )}
      <Figures run={run} />
      {run.progress.length > 0 && <PriceChart points={run.progress} />}
      {run.draftId && (
        <>
          <h2>Draft against the live plan</h2>
          <Comparison draftId={run.draftId} />
        </>
      )}
    </div>
  );
}

function titleOf(run: RunView): string {
  const state = {
    queued: 'Run is waiting for a worker',
    running: 'Run is searching',
    done: 'Run is done',
    failed: 'Run ended without a draft',
  };
  return state[run.status];
}

function sentenceOf(run: RunView): string {
  const { firstDate, lastDate } = run.extent;
  const count = dayCount(firstDate, lastDate);
  const days = count === 1 ? dayText(firstDate) : `${count} days from ${dayText(firstDate)}`;
  return `${days} in ${run.territoryNames.join(', ')} with ${run.playbook}; ${run.mayMove === 'all' ? 'everything not tied may move' : 'published visits stay'}; ${run.seconds} seconds, seed ${run.seed}. Started by ${run.createdBy}.`;
}

function State({
  run,
  onStop,
  stopping,
}: {
  readonly run: RunView;
  readonly onStop: () => void;
  readonly stopping: boolean;
}) {
  const spent = run.progress.at(-1)?.second ?? 0;
  if (run.status === 'done' || run.status === 'failed') {
    return (
      <div role="status">
        <p className={run.status === 'failed' ? 'bad' : ''}>{run.outcome ? outcomeText(run.outcome) : ''}</p>
        <Group gap="md">
          {run.draftId && (
            <Button component={Link} href={draftAddress({ ...run.extent, id: run.draftId })}>
              Open the draft
            </Button>
          )}
          <Button
            component={Link}
            href={`/plan?from=${run.extent.firstDate}${run.extent.lastDate === run.extent.firstDate ? '' : `&to=${run.extent.lastDate}`}&territories=${run.extent.territoryIds.join(',')}`}
            variant="default"
          >
            Back to the plan
          </Button>
        </Group>
      </div>
    );
  }
  return (
    <div>
      <Progress
        value={Math.min(100, (spent / run.seconds) * 100)}
        aria-label={`${Math.round(spent)} of ${run.seconds} seconds`}
        mb="sm"
      />
      {spent > run.seconds - LAST_PROGRESS && (
        <p className="quiet">The search is over; now it is proven how much better any plan could be.</p>
      )}
      <Group gap="md">
        <Button variant="default" onClick={onStop} loading={stopping}>
          Stop and keep the best
        </Button>
        {run.attempts > 1 && (
          <span className="quiet">
            A worker went away; this is attempt {run.attempts}, from the best plan so far.
          </span>
        )}
      </Group>
    </div>
  );
}

function Figures({ run }: { readonly run: RunView }) {
  const last = run.progress.at(-1);
  const start = run.outcome?.code === 'draft' ? run.outcome.startPrice : (run.progress[0]?.price ?? null);
  if (!last) return null;
  return (
    <p>
      Best price <b style={{ fontSize: 20 }}>{priceText(last.price)}</b>
      {start !== null && start > 0 && (
        <span className="good">
          {' '}
          {Math.round((1 - last.price / start) * 100)} % below{' '}
          {run.outcome?.code === 'draft' ? 'the live plan when the run began' : 'the first plan'}
        </span>
      )}
      <span className="quiet"> · {last.iterations.toLocaleString('en')} iterations</span>
      {run.outcome?.code === 'draft' && run.outcome.bound !== undefined && (
        <span> · {proofText(run.outcome.price, run.outcome.bound)}</span>
      )}
    </p>
  );
}
