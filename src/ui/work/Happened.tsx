'use client';

import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { happenedAt } from '@/contract/work/work-list';
import { errorText } from '../messages/errors';
import { callApi } from '../shared/api';
import { momentText } from '../shared/time';
import css from './Work.module.css';
import { WorkTable } from './WorkTable';

interface Props {
  readonly object: 'sites' | 'customers' | 'assets';
  readonly id: string;
}

/** All that happened at a site, with a customer, or to an asset. */
export function Happened({ object, id }: Props) {
  const { data, error } = useQuery({
    queryKey: ['work', 'happened', object, id],
    queryFn: ({ signal }) =>
      callApi(`/api/work/happened/${object}/${encodeURIComponent(id)}`, happenedAt, { signal }),
  });
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!data) return <p className="quiet">Reading what happened …</p>;
  return (
    <section className={css.happened} aria-label="What happened">
      <h2>Requests</h2>
      {data.requests.length === 0 && <p className="quiet">None.</p>}
      <ul>
        {data.requests.map((r) => (
          <li key={r.id}>
            <Link className="link" href={`/work/requests/${encodeURIComponent(r.id)}`}>
              R-{r.number}
            </Link>{' '}
            {r.said} <span className="quiet">{r.stage}</span>
          </li>
        ))}
      </ul>
      <h2>Work orders</h2>
      {data.orders.length === 0 && <p className="quiet">None.</p>}
      {data.orders.length > 0 && <WorkTable rows={data.orders} now={data.now} />}
      {data.total > data.orders.length && (
        <p className="quiet">
          The newest {data.orders.length} of {data.total}; the last was taken in{' '}
          {momentText(data.orders[0]?.receivedAt ?? 0, data.orders[0]?.zone ?? 'UTC')}.
        </p>
      )}
    </section>
  );
}
