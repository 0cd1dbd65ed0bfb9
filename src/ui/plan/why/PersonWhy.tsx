import { useQuery } from '@tanstack/react-query';
import { personWhy } from '@/contract/plan/why';
import { errorText } from '../../messages/errors';
import { REASON_WORDS } from '../../messages/rules';
import { callApi } from '../../shared/api';
import css from './Why.module.css';

/** Why somebody has so little or so much. */
export function PersonWhySection({ query, personId }: { readonly query: string; readonly personId: string }) {
  const { data, error } = useQuery({
    queryKey: ['why-person', query, personId],
    queryFn: ({ signal }) =>
      callApi(`/api/plan/why/people/${encodeURIComponent(personId)}?${query}`, personWhy, { signal }),
  });
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!data) return <p className="quiet">Looking for reasons …</p>;
  const share = data.workedSec > 0 ? data.plannedSec / data.workedSec : 0;
  const percent = (x: number): string => `${Math.round(x * 100)} %`;
  return (
    <>
      <h3>Why so {share < data.usualShare ? 'little' : 'much'}</h3>
      {data.workedSec === 0 ? (
        <p className={css.fact}>No working hours in these days.</p>
      ) : (
        <p className={css.fact}>
          {percent(share)} of the hours are planned; {percent(data.usualShare)} of everybody’s. Out on{' '}
          {data.daysOut} of {data.days} {data.days === 1 ? 'day' : 'days'}.
        </p>
      )}
      {!data.openToPlanning && (
        <p className={`${css.fact} bad`}>Only planned by hand: no run gives them anything.</p>
      )}
      <p className={css.fact}>
        Could do {data.could} visits of these days on an empty day; {data.couldByOthers} of them are with
        others.
      </p>
      {data.loose > 0 && (
        <p className={css.fact}>
          Of {data.loose} loose {data.loose === 1 ? 'end' : 'ends'} they could do {data.possible}.
          {data.stopped.length > 0 &&
            ` In the way of the others: ${data.stopped.map((s) => `${REASON_WORDS[s.rule].toLowerCase()} (${s.count})`).join(', ')}.`}
        </p>
      )}
    </>
  );
}
