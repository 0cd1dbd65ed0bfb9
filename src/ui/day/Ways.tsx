import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { type Way, type WaysAnswer, type WaysAsk, waysAnswer } from '@/contract/day/ways';
import { wayText } from '../messages/day/ways';
import { errorText } from '../messages/errors';
import { durationText, priceText } from '../messages/figures';
import { callApi } from '../shared/api';
import css from './Day.module.css';

export type Asked = Pick<WaysAsk, 'territoryIds' | 'date' | 'for'> &
  Partial<Pick<WaysAsk, 'visitId' | 'part' | 'personId' | 'territoryId' | 'restId'>>;

const LOOK_MS = 20_000;

function queryOf({ territoryIds, date, ...a }: Asked): string {
  const query = new URLSearchParams({ territories: territoryIds.join(','), date, for: a.for });
  if (a.visitId) query.set('visit', a.visitId);
  if (a.part) query.set('part', String(a.part));
  if (a.personId) query.set('person', a.personId);
  if (a.territoryId) query.set('territory', a.territoryId);
  if (a.restId) query.set('rest', a.restId);
  return query.toString();
}

const NONE: Readonly<Record<WaysAsk['for'], string>> = {
  visit: 'Nobody else has room for it on this day.',
  urgent: 'Nobody has room for it, and nothing less urgent can make room.',
  break: 'No break fits in time, and nobody else has room.',
  out: 'Nothing is left to be given to others.',
  free: 'No loose end fits.',
  rest: 'Nothing better was found, or the day has gone on too far for it.',
};

/** Ways out, cheapest first; one click does one. */
export function Ways({ asked, onDone }: { readonly asked: Asked; readonly onDone?: () => void }) {
  const client = useQueryClient();
  const query = queryOf(asked);
  const { data, error } = useQuery({
    // Looking takes its time: not at every report of anybody. What was shown too long ago is refused, and looked for anew.
    queryKey: ['ways', query],
    staleTime: LOOK_MS,
    refetchInterval: LOOK_MS,
    queryFn: ({ signal }) => callApi(`/api/day/ways?${query}`, waysAnswer, { signal }),
    retry: false,
  });
  const take = useMutation({
    mutationFn: ({ key, price }: Way) =>
      callApi('/api/day/ways', z.unknown(), { method: 'POST', body: { ...asked, key, price } }),
    onSuccess: () => onDone?.(),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: async () => {
      await client.invalidateQueries({ queryKey: ['day'] });
      await client.invalidateQueries({ queryKey: ['ways'] });
      await client.invalidateQueries({ queryKey: ['commands'] });
    },
  });
  if (error) return <p className="quiet">{errorText(error)}</p>;
  if (!data) return <p className="quiet">Looking for ways out …</p>;
  return (
    <>
      {data.ways.length === 0 && <p className="quiet">{NONE[asked.for]}</p>}
      <ul className={css.ways} aria-label="Ways out">
        {data.ways.map((w, i) => (
          <li key={w.key}>
            {i === 0 ? (
              <Button
                size="compact-sm"
                variant="default"
                className={css.way}
                loading={take.isPending}
                onClick={() => take.mutate(w)}
              >
                {wayText(w, data.zone)}
              </Button>
            ) : (
              <button type="button" className="link" disabled={take.isPending} onClick={() => take.mutate(w)}>
                {wayText(w, data.zone)}
              </button>
            )}
            {w.tell.length > 0 && (
              <span className="quiet">
                {' '}
                To be told: {w.tell.map((t) => `${t.label} ${t.site}`).join(', ')}.
              </span>
            )}
          </li>
        ))}
        <Left now={data.now} />
      </ul>
    </>
  );
}

/** What it costs to leave it as it is. */
function Left({ now }: { readonly now: WaysAnswer['now'] }) {
  if (!now || now.lateSec <= 0) return null;
  return (
    <li className="quiet">
      Left as it is: {durationText(now.lateSec)} late, which costs {priceText(now.latePrice)}.
    </li>
  );
}
