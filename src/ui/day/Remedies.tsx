import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { type RemediesAnswer, remediesAnswer } from '@/contract/day/remedies';
import { errorText } from '../messages/errors';
import { changeText, durationText, priceText } from '../messages/figures';
import { callApi } from '../shared/api';
import { clock } from '../shared/time';
import css from './Day.module.css';

interface Props {
  readonly territoryIds: readonly string[];
  readonly date: string;
  readonly visitId: string;
  readonly part: number;
}

/** What a way out comes to, in a few words. */
function remedyText(r: RemediesAnswer['remedies'][number], zone: string): string {
  const late = r.lateSec > 0 ? `, ${durationText(r.lateSec)} late` : '';
  const moves = r.pushed.length === 0 ? '' : `, ${r.pushed.length} later for it`;
  return `Give to ${r.person}, ${clock(r.startAt, zone)}${late}${moves}, ${changeText(r.price, priceText)}`;
}

/** Who could have a visit instead, cheapest first; one click does it. */
export function Remedies({ territoryIds, date, visitId, part }: Props) {
  const client = useQueryClient();
  const query = new URLSearchParams({
    territories: territoryIds.join(','),
    date,
    visit: visitId,
    part: String(part),
  });
  const { data, error } = useQuery({
    queryKey: ['day', 'remedies', query.toString()],
    queryFn: ({ signal }) => callApi(`/api/day/remedies?${query}`, remediesAnswer, { signal }),
    retry: false,
  });
  const take = useMutation({
    mutationFn: ({ personId, startAt, price }: RemediesAnswer['remedies'][number]) =>
      callApi('/api/day/remedies', z.unknown(), {
        method: 'POST',
        body: { territoryIds, date, visitId, part, personId, startAt, price },
      }),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: async () => {
      await client.invalidateQueries({ queryKey: ['day'] });
      await client.invalidateQueries({ queryKey: ['commands'] });
    },
  });
  if (error) return <p className="quiet">{errorText(error)}</p>;
  if (!data) return <p className="quiet">Looking for ways out …</p>;
  if (data.remedies.length === 0) return <p className="quiet">Nobody else has room for it on this day.</p>;
  return (
    <ul className={css.ways} aria-label="Ways out">
      {data.remedies.map((r, i) => (
        <li key={`${r.personId} ${r.startAt}`}>
          {i === 0 ? (
            <Button
              size="compact-sm"
              variant="default"
              loading={take.isPending}
              onClick={() => take.mutate(r)}
            >
              {remedyText(r, data.zone)}
            </Button>
          ) : (
            <button type="button" className="link" disabled={take.isPending} onClick={() => take.mutate(r)}>
              {remedyText(r, data.zone)}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
