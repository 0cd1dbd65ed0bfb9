'use client';

import { Button, Checkbox, MultiSelect } from '@mantine/core';
import { DateInput } from '@mantine/dates';
import { useQuery } from '@tanstack/react-query';
import { usePathname, useSearchParams } from 'next/navigation';
import { type DayView, dayView } from '@/contract/day/day-view';
import { PERSON_WORDS } from '../messages/day/day-words';
import { errorText } from '../messages/errors';
import { durationText } from '../messages/figures';
import { callApi } from '../shared/api';
import { clock, dateIn, dayText } from '../shared/time';
import { useNow } from '../shared/use-now';
import css from './Day.module.css';
import { DayCords } from './DayCords';
import { Needs } from './Needs';
import { Player } from './Player';
import { Unfinished } from './Unfinished';
import { ClosedRoads } from './whole/ClosedRoads';
import { RestOfDay } from './whole/RestOfDay';
import { WholeTerritory } from './whole/WholeTerritory';

interface Props {
  readonly territories: readonly { readonly id: string; readonly name: string }[];
  readonly chosen: readonly string[];
  readonly date: string;
}

const LOOK_MS = 30_000;

/** The day as it is carried out: what needs somebody at the left, the cords at the right, the figures below. */
export function DayPage({ territories, chosen, date: today }: Props) {
  const path = usePathname();
  const params = useSearchParams();
  const ids = params.get('territories')?.split(',').filter(Boolean) ?? chosen;
  const date = params.get('date') ?? today;
  const hidesDone = params.get('done') === 'hidden';
  const go = (change: Readonly<Record<string, string | null>>): void => {
    const next = new URLSearchParams(window.location.search);
    for (const [key, value] of Object.entries(change))
      if (value === null) next.delete(key);
      else next.set(key, value);
    window.history.replaceState(null, '', `${path}?${next}`);
  };
  const { data, error, isFetching, refetch } = useQuery({
    queryKey: ['day', ids.join(','), date],
    queryFn: ({ signal }) =>
      callApi(`/api/day?territories=${encodeURIComponent(ids.join(','))}&date=${date}`, dayView, { signal }),
    enabled: ids.length > 0,
    refetchInterval: LOOK_MS,
  });
  return (
    <div className={css.page}>
      <div className={css.head}>
        <h1>{dayText(date)}</h1>
        {data && <Clock day={data} />}
        <MultiSelect
          size="xs"
          aria-label="Territories"
          data={territories.map((t) => ({ value: t.id, label: t.name }))}
          value={[...ids]}
          onChange={(next) => go({ territories: next.length > 0 ? next.join(',') : null })}
          w={360}
        />
        <DateInput
          size="xs"
          aria-label="Day"
          valueFormat="YYYY-MM-DD"
          value={date}
          onChange={(next) => next && go({ date: next })}
          w={120}
        />
        <Checkbox
          size="xs"
          label="hide what is done"
          checked={hidesDone}
          onChange={(e) => go({ done: e.currentTarget.checked ? 'hidden' : null })}
        />
        {data && <People day={data} />}
        {data?.player && data.territories.some((t) => t.mayChange) && <Player player={data.player} />}
      </div>
      {error && (
        <p className="bad" role="alert" style={{ padding: 16 }}>
          {errorText(error)}{' '}
          <Button size="compact-sm" onClick={() => void refetch()}>
            Try again
          </Button>
        </p>
      )}
      {!data && !error && <p style={{ padding: 16 }}>Reading …</p>}
      {data && (
        <>
          <div className={css.body} aria-busy={isFetching}>
            <section className={css.needs} aria-label="What needs you">
              <div className={css.doings}>
                <RestOfDay day={data} />
                <WholeTerritory day={data} />
                <ClosedRoads day={data} />
              </div>
              <Needs day={data} />
              <Unfinished day={data} />
            </section>
            <DayCords day={data} hidesDone={hidesDone} />
          </div>
          <Figures day={data} />
        </>
      )}
    </div>
  );
}

function Clock({ day }: { readonly day: DayView }) {
  const now = useNow(day);
  // On another day it is no o'clock.
  if (dateIn(now, day.zone) !== day.date) return null;
  return <span className={css.now}>{clock(now, day.zone)}</span>;
}

/** How many people are what. */
function People({ day }: { readonly day: DayView }) {
  const counts = new Map<string, number>();
  for (const p of day.people) counts.set(p.state, (counts.get(p.state) ?? 0) + 1);
  return (
    <span className={css.strip}>
      {[...counts]
        .map(([state, n]) => `${n} ${PERSON_WORDS[state as keyof typeof PERSON_WORDS]}`)
        .join(' · ')}
    </span>
  );
}

function Figures({ day: { figures: f } }: { readonly day: DayView }) {
  const cells = [
    ['On time so far', `${f.onTime} of ${f.begun}`],
    ['Will miss', String(f.willMiss)],
    ['Running late', String(f.runningLate)],
    ['Done', `${f.done} of ${f.all}`],
    ['Overtime expected', durationText(f.overtimeSec)],
    ['Loose ends due today', String(f.loose)],
    ['Messages out', f.failed > 0 ? `${f.messages}, ${f.failed} failed` : String(f.messages)],
  ] as const;
  return (
    <dl className={css.figures} aria-label="Figures of the day">
      {cells.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}
