import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { type CrewState, crewDays } from '@/contract/set-up/answers/crews';
import { callApi } from '../../shared/api';
import { dayText } from '../../shared/time';
import { useDraftContext } from '../draft/DraftContext';
import { Part } from '../editors/Part';
import css from './WhoIsIn.module.css';

const SIGNS: Readonly<Record<CrewState, string>> = {
  leads: 'L',
  in: '·',
  away: '–',
  off: 'off',
  'other-crew': '2×',
  'own-visits': '!',
};

function said(state: CrewState | null, fact: string): string {
  if (state === null) return 'not part of it';
  const words: Readonly<Record<CrewState, string>> = {
    leads: 'leads',
    in: 'is in',
    away: 'is away by a change',
    off: 'does not work then',
    'other-crew': `is in ${fact} as well`,
    'own-visits': `has ${fact === '1' ? 'a visit' : `${fact} visits`} of their own`,
  };
  return words[state];
}

/** Who is in on each of the next days, who leads, and what clashes: as it would be after the change. */
export function WhoIsIn() {
  const draft = useDraftContext();
  const [value] = useDebouncedValue(draft.value, 250);
  const isRight = draft.problems.every((p) => p.path === 'name');
  const asked = { ...value, name: String(value.name) || 'New' };
  const { data } = useQuery({
    queryKey: ['tried', 'crew-days', draft.id, asked],
    queryFn: ({ signal }) =>
      callApi('/api/set-up/crews', crewDays, {
        method: 'POST',
        body: { id: draft.id, value: asked },
        signal,
      }),
    enabled: isRight,
    placeholderData: keepPreviousData,
  });
  if (!data || data.people.length === 0) return null;
  return (
    <Part title="Who is in, next 14 days">
      <table className={css.days}>
        <thead>
          <tr>
            <th scope="col">
              <span className="quiet">L leads</span>
            </th>
            {data.dates.map((date, i) => (
              <th key={date} scope="col" data-works={data.works[i]} title={dayText(date)}>
                {dayText(date).slice(0, 2)}
                <br />
                {Number(date.slice(8))}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {data.people.map((p) => (
            <tr key={p.id}>
              <th scope="row">
                <Link className="link" href={`/set-up/technicians/${encodeURIComponent(p.id)}`}>
                  {p.name}
                </Link>
              </th>
              {p.states.map((state, i) => {
                const text = `${p.name}, ${dayText(data.dates[i]!)}: ${data.works[i] ? said(state, p.facts[i]!) : 'the crew does not work'}`;
                return (
                  <td
                    key={data.dates[i]}
                    data-state={data.works[i] ? (state ?? 'none') : 'rest'}
                    title={text}
                    aria-label={text}
                  >
                    {data.works[i] && state ? SIGNS[state] : ''}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <Clashes data={data} />
    </Part>
  );
}

/** The clashes in words, one a person and kind. */
function Clashes({ data }: { readonly data: import('@/contract/set-up/answers/crews').CrewDays }) {
  const lines = data.people.flatMap((p) =>
    (['off', 'other-crew', 'own-visits'] as const).flatMap((kind) => {
      const at = p.states.flatMap((s, i) => (s === kind && data.works[i] ? [i] : []));
      const [first] = at;
      if (first === undefined) return [];
      const days =
        at.length === 1
          ? dayText(data.dates[first]!)
          : `${at.length} days from ${dayText(data.dates[first]!)}`;
      return [`${p.name} ${said(kind, p.facts[first]!)}: ${days}.`];
    }),
  );
  if (data.leaderless.length > 0)
    lines.unshift(
      `Nobody leads it on ${data.leaderless.map((d) => dayText(d)).join(', ')}: name a stand-in.`,
    );
  if (lines.length === 0) return <p className="quiet">Nothing clashes.</p>;
  return (
    <ul className={css.clashes}>
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
