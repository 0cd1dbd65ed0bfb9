'use client';

import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { readAsk } from '@/contract/runs/ask';
import { type RunView, runView } from '@/contract/runs/run';
import { errorText } from '../messages/errors';
import { priceText } from '../messages/figures';
import { proofText } from '../messages/runs/outcomes';
import { runSentence } from '../messages/runs/sentence';
import { Comparison } from '../plan/drafts/DraftActions';
import { draftAddress } from '../shared/addresses';
import { callApi } from '../shared/api';
import { useFilterNames } from '../shared/filters/use-names';
import { Batch } from './Batch';
import { RunState } from './RunState';
import { WhatWentIn } from './WhatWentIn';

const PriceChart = dynamic(() => import('./PriceChart'), {
  ssr: false,
  loading: () => <div style={{ height: 320 }} />,
});

const TITLES = {
  queued: 'Run is waiting for a worker',
  running: 'Run is searching',
  done: 'Run is done',
  failed: 'Run ended without a draft',
} as const;

/** A run: what it does, how it goes or went, and what it left. */
export function RunPage({ id }: { readonly id: string }) {
  const first = useQuery({ queryKey: ['run', id], queryFn: () => callApi(`/api/runs/${id}`, runView) });
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
  return (
    <div className="page">
      <h1>{TITLES[run.status]}</h1>
      <Sentence run={run} />
      <RunState run={run} />
      {run.batchId !== null && <Batch run={run} />}
      {run.draftId && (
        <section>
          <h2>What came of it: the draft against the live plan</h2>
          <Comparison
            draftId={run.draftId}
            query={draftAddress({ ...run.extent, id: run.draftId }).split('?')[1] ?? ''}
          />
        </section>
      )}
      {run.progress.length > 0 && (
        <section>
          <h2>{run.status === 'running' ? 'How it goes' : 'How it went'}</h2>
          <Figures run={run} />
          <PriceChart points={run.progress} />
        </section>
      )}
      <WhatWentIn run={run} />
    </div>
  );
}

function Sentence({ run }: { readonly run: RunView }) {
  const { nameOf } = useFilterNames();
  const ask = readAsk(run.asked, run);
  return (
    <p>
      {runSentence(ask, {
        territories: run.territoryNames,
        playbooks: [run.playbook],
        people: ask.personIds.map((id) => nameOf('person', id)),
        draft: ask.fromDraftId === null ? null : 'a draft',
        nameOf,
      })}{' '}
      Started by {run.createdBy}.
    </p>
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
          {priceText(last.price - start)} against {priceText(start)} at the start
        </span>
      )}
      <span className="quiet">
        {' '}
        · {last.iterations.toLocaleString('en')} iterations in {last.second.toFixed(1)} s
        {run.outcome?.code === 'draft' && run.outcome.bound !== undefined
          ? ` · ${proofText(last.price, run.outcome.bound)}`
          : ''}
      </span>
    </p>
  );
}
