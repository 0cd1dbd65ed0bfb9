import { Button, Group, Progress } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import Link from 'next/link';
import { mostSeconds, readAsk } from '@/contract/runs/ask';
import type { RunView } from '@/contract/runs/run';
import { errorText } from '../messages/errors';
import { outcomeText } from '../messages/runs/outcomes';
import { draftAddress } from '../shared/addresses';
import { callApi, done } from '../shared/api';

/** Progress is told so often, in seconds: after the last of it comes the proof. */
const LAST_PROGRESS = 0.5;

/** Where a run stands, and what can be done about it. */
export function RunState({ run }: { readonly run: RunView }) {
  const act = useMutation({
    mutationFn: (what: 'stop' | 'cancel') =>
      callApi(`/api/runs/${run.id}/${what}`, done, { method: 'POST', body: {} }),
  });
  const isOver = run.status === 'done' || run.status === 'failed';
  return (
    <div>
      {isOver ? <Over run={run} /> : <UnderWay run={run} act={act} />}
      {act.error && (
        <p className="bad" role="alert">
          {errorText(act.error)}
        </p>
      )}
    </div>
  );
}

function Over({ run }: { readonly run: RunView }) {
  const { firstDate, lastDate, territoryIds } = run.extent;
  const until = lastDate === firstDate ? '' : `&to=${lastDate}`;
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
          href={`/plan?from=${firstDate}${until}&territories=${territoryIds.join(',')}`}
          variant="default"
        >
          Back to the plan
        </Button>
      </Group>
    </div>
  );
}

interface UnderWayProps {
  readonly run: RunView;
  readonly act: {
    readonly mutate: (what: 'stop' | 'cancel') => void;
    readonly isPending: boolean;
    readonly variables: 'stop' | 'cancel' | undefined;
  };
}

function UnderWay({ run, act }: UnderWayProps) {
  const ask = readAsk(run.asked, run);
  const most = mostSeconds(ask.budget);
  const last = run.progress.at(-1);
  const share =
    ask.budget.kind === 'iterations'
      ? (last?.iterations ?? 0) / ask.budget.iterations
      : (last?.second ?? 0) / (most ?? 1);
  const isProving = ask.budget.kind === 'seconds' && (last?.second ?? 0) > ask.budget.seconds - LAST_PROGRESS;
  if (run.status === 'queued')
    return (
      <div role="status">
        <p>
          {run.place === null || run.place <= 1
            ? 'It is next in line.'
            : `Place ${run.place} of ${run.line} in line; those who waited longest and have run least come first.`}
        </p>
        <Button variant="default" onClick={() => act.mutate('cancel')} loading={act.isPending}>
          Cancel
        </Button>
      </div>
    );
  return (
    <div>
      <Progress
        value={Math.min(100, share * 100)}
        aria-label={
          ask.budget.kind === 'iterations'
            ? `${last?.iterations ?? 0} of ${ask.budget.iterations} iterations`
            : `${Math.round(last?.second ?? 0)} of ${most ?? 0} seconds`
        }
        mb="sm"
        animated={isProving}
        striped={isProving}
      />
      {isProving && (
        <p className="quiet" role="status">
          The time to search is over. Days are put together anew and it is proven how much better any plan
          could be; this takes up to 15 seconds, and stops when you stop it.
        </p>
      )}
      <Group gap="md">
        <Button
          variant="default"
          onClick={() => act.mutate('stop')}
          loading={run.stopRequested || (act.isPending && act.variables === 'stop')}
        >
          Stop and keep the best
        </Button>
        <Button
          variant="default"
          onClick={() => act.mutate('cancel')}
          loading={act.isPending && act.variables === 'cancel'}
        >
          Cancel
        </Button>
        <Link
          className="link"
          href={`/plan?plan=best-${run.id}&territories=${run.extent.territoryIds.join(',')}&from=${run.extent.firstDate}${run.extent.lastDate === run.extent.firstDate ? '' : `&to=${run.extent.lastDate}`}`}
        >
          Best plan so far on the cords
        </Link>
        {run.attempts > 1 && (
          <span className="quiet">
            A worker went away; this is attempt {run.attempts}, from the best plan so far.
          </span>
        )}
      </Group>
    </div>
  );
}
