import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { runView } from '@/contract/runs/run';
import { callApi, done } from '../../shared/api';

const started = z.object({ id: z.string() });

/** Seconds that a small run searches: a dispatcher waits for it. */
const SECONDS = 6;

export interface QuickAsk {
  readonly extent: {
    readonly territoryIds: readonly string[];
    readonly firstDate: string;
    readonly lastDate: string;
  };
  readonly playbookVersionId: string;
  /** Only these people's days; none is everybody's. */
  readonly personIds: readonly string[];
  readonly visitIds: readonly string[];
}

/** A small run with few changes, whose draft is handed over as soon as it is there. */
export function useQuickRun(onDraft: (draftId: string) => void) {
  const [runId, setRunId] = useState<string | null>(null);
  const handOver = useRef(onDraft);
  handOver.current = onDraft;
  const start = useMutation({
    mutationFn: ({ extent, playbookVersionId, personIds, visitIds }: QuickAsk) =>
      callApi('/api/runs', started, {
        method: 'POST',
        body: {
          extent,
          playbookVersionIds: [playbookVersionId],
          personIds,
          visitIds,
          mayMove: 'all',
          repair: true,
          budget: { kind: 'seconds', seconds: SECONDS },
        },
      }),
    onSuccess: ({ id }) => setRunId(id),
  });
  const run = useQuery({
    queryKey: ['run', runId],
    queryFn: () => callApi(`/api/runs/${runId}`, runView),
    enabled: runId !== null,
    refetchInterval: 1500,
  });
  const draftId = run.data?.draftId ?? null;
  const hasFailed = run.data?.status === 'failed';
  useEffect(() => {
    if (draftId === null) return;
    setRunId(null);
    handOver.current(draftId);
  }, [draftId]);
  return {
    start: start.mutate,
    isUnderWay: start.isPending || (runId !== null && !hasFailed),
    runId,
    failure: start.error,
    outcome: hasFailed ? (run.data?.outcome ?? null) : null,
    stop: () => {
      if (runId !== null) void callApi(`/api/runs/${runId}/stop`, done, { method: 'POST', body: {} });
    },
    dismiss: () => {
      setRunId(null);
      start.reset();
    },
  };
}
