import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import type { DayView } from '@/contract/day/day-view';
import { unfinishedList } from '@/contract/day/unfinished';
import { durationText } from '../messages/figures';
import { callApi } from '../shared/api';
import { momentText } from '../shared/time';
import css from './Day.module.css';
import { GoOn } from './GoOn';

const LOOK_MS = 60_000;

/** What was to be over on days before and is not done: the latest first. */
export function Unfinished({ day }: { readonly day: DayView }) {
  const [isOpen, setOpen] = useState(false);
  const ids = day.territories.map((t) => t.id).join(',');
  const { data } = useQuery({
    queryKey: ['unfinished', ids, day.date],
    staleTime: LOOK_MS,
    queryFn: ({ signal }) =>
      callApi(`/api/day/unfinished?territories=${encodeURIComponent(ids)}&date=${day.date}`, unfinishedList, {
        signal,
      }),
  });
  if (!data || data.total === 0) return null;
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>{data.total} left from days before</summary>
      {isOpen && (
        <ul>
          {data.visits.map((v) => (
            <li key={`${v.visitId} ${v.part}`} className={css.left}>
              <h3>
                <Link className="link" href={`/work/orders/${encodeURIComponent(v.workOrderId)}`}>
                  {v.label}
                </Link>{' '}
                {v.jobKind} at {v.site}
              </h3>
              <p className="quiet">
                {v.person}, {momentText(v.startAt, v.zone)}
                {v.reason !== '' && `: “${v.reason}”`}
                {v.workedMin > 0 &&
                  `, ${durationText(v.workedMin * 60)} of ${durationText(v.plannedMin * 60)} done`}
              </p>
              {day.territories.some((t) => t.mayChange) && (
                <GoOn visitId={v.visitId} part={v.part} minutes={Math.max(15, v.plannedMin - v.workedMin)} />
              )}
            </li>
          ))}
          {data.total > data.visits.length && (
            <li className="quiet">and {data.total - data.visits.length} more</li>
          )}
        </ul>
      )}
    </details>
  );
}
