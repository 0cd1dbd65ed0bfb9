import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type StudyView, studyView } from '@/contract/runs/studies';
import { callApi, done } from '../api';

export interface Study {
  readonly view: StudyView | null;
  readonly error: unknown;
  readonly isAsking: boolean;
  readonly isWorking: boolean;
  readonly ask: (request: unknown) => void;
  readonly stop: () => void;
}

const POLL_MS = 900;

/** A question that is answered in the background: asked, looked at until it is answered, and stopped. */
export function useStudy(): Study {
  const [id, setId] = useState<string | null>(null);
  const ask = useMutation({
    mutationFn: (request: unknown) => callApi('/api/studies', studyView, { method: 'POST', body: request }),
    onSuccess: (view) => setId(view.id),
  });
  const { data, error } = useQuery({
    queryKey: ['study', id],
    queryFn: ({ signal }) => callApi(`/api/studies/${id}`, studyView, { signal }),
    enabled: id !== null,
    refetchInterval: (query) => (isUnderWay(query.state.data) ? POLL_MS : false),
  });
  const stop = useMutation({
    mutationFn: () => callApi(`/api/studies/${id}/stop`, done, { method: 'POST', body: {} }),
  });
  const view = data ?? (ask.data?.id === id ? ask.data : null) ?? null;
  return {
    view,
    error: ask.error ?? error ?? stop.error,
    isAsking: ask.isPending,
    isWorking: ask.isPending || isUnderWay(view ?? undefined),
    ask: (request) => ask.mutate(request),
    stop: () => stop.mutate(),
  };
}

function isUnderWay(view: StudyView | undefined): boolean {
  return view?.status === 'queued' || view?.status === 'running';
}
