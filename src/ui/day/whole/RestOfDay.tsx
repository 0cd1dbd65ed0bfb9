import { Button } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { DayView } from '@/contract/day/day-view';
import { restView } from '@/contract/day/ways';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import css from '../Day.module.css';
import { Ways } from '../Ways';

const SECONDS = 10;
const LOOK_MS = 700;

/** The rest of the day is optimized in seconds; what is under way stays, and nothing changes until somebody takes it. */
export function RestOfDay({ day }: { readonly day: DayView }) {
  const territoryIds = day.territories.filter((t) => t.mayChange).map((t) => t.id);
  const [id, setId] = useState<string | null>(null);
  const ask = useMutation({
    mutationFn: () =>
      callApi('/api/day/rest', restView, {
        method: 'POST',
        body: { territoryIds, date: day.date, seconds: SECONDS },
      }),
    onSuccess: (answer) => setId(answer.id),
  });
  const { data } = useQuery({
    queryKey: ['rest-of-day', id],
    enabled: id !== null,
    queryFn: ({ signal }) => callApi(`/api/day/rest?id=${id}`, restView, { signal }),
    refetchInterval: ({ state }) =>
      state.data?.state === 'found' || state.data?.state === 'failed' ? false : LOOK_MS,
  });
  if (territoryIds.length === 0 || day.people.length === 0) return null;
  const isSearching = ask.isPending || (id !== null && data?.state !== 'found' && data?.state !== 'failed');
  return (
    <div className={css.rest}>
      <Button size="compact-sm" variant="default" loading={isSearching} onClick={() => ask.mutate()}>
        Plan the rest of the day anew
      </Button>
      {isSearching && <span className="quiet"> Searching for {SECONDS} seconds …</span>}
      {ask.error && (
        <p className="bad" role="alert">
          {errorText(ask.error)}
        </p>
      )}
      {data?.state === 'failed' && <p className="bad">Nothing was found.</p>}
      {data?.state === 'found' && id !== null && (
        <Ways asked={{ territoryIds, date: day.date, for: 'rest', restId: id }} onDone={() => setId(null)} />
      )}
    </div>
  );
}
