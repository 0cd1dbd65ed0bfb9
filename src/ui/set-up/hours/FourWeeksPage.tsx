'use client';

import { ActionIcon, Select, TextInput } from '@mantine/core';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { type FourWeeks, fourWeeks } from '@/contract/set-up/answers/four-weeks';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { addDays, dayText } from '../../shared/time';
import { Crumbs } from '../frame/Crumbs';
import css from './FourWeeks.module.css';
import { FourWeeksGrid } from './FourWeeksGrid';
import type { Stretch, WeekPerson } from './stretch';
import { TimeOffPanel } from './TimeOffPanel';

/** A team's four weeks as one picture, in which holes show; time off and changed days are set in it. */
export function FourWeeksPage({ mayChange }: { readonly mayChange: boolean }) {
  const [from, setFrom] = useState<string | null>(null);
  const [territory, setTerritory] = useState<string | null>(null);
  const [search, setSearch] = useState('');
  const [stretch, setStretch] = useState<Stretch | null>(null);
  const { data, error } = useQuery({
    queryKey: ['objects-technicians', 'four-weeks', from],
    queryFn: ({ signal }) =>
      callApi(`/api/set-up/hours${from ? `?from=${from}` : ''}`, fourWeeks, { signal }),
    placeholderData: keepPreviousData,
  });
  const territories = useMemo(
    () => [...new Set((data?.people ?? []).map((p) => p.territory).filter(Boolean))],
    [data],
  );
  const people = useMemo(() => {
    const wanted = search.trim().toLowerCase();
    return (data?.people ?? []).filter(
      (p) =>
        (territory === null || p.territory === territory) &&
        (wanted === '' || p.name.toLowerCase().includes(wanted)),
    );
  }, [data, territory, search]);
  if (error) return <p className="page bad">{errorText(error)}</p>;
  const go = (days: number): void => {
    if (data) setFrom(addDays(data.dates[0]!, days));
    setStretch(null);
  };
  const chosen = people.find((p) => p.id === stretch?.personId);
  return (
    <div className={css.page}>
      <Crumbs step="hours">
        <Link className="link" href="/set-up/week-patterns/new">
          Add a week pattern
        </Link>
      </Crumbs>
      <div className={css.tools}>
        <ActionIcon variant="subtle" aria-label="Four weeks earlier" onClick={() => go(-28)}>
          <IconChevronLeft size={17} />
        </ActionIcon>
        <b>{data ? `four weeks from ${dayText(data.dates[0]!, true)}` : '…'}</b>
        <ActionIcon variant="subtle" aria-label="Four weeks later" onClick={() => go(28)}>
          <IconChevronRight size={17} />
        </ActionIcon>
        <Select
          size="xs"
          aria-label="Territory"
          placeholder="all territories"
          data={territories}
          value={territory}
          onChange={setTerritory}
          clearable
        />
        <TextInput
          size="xs"
          aria-label="Search"
          placeholder="Name …"
          value={search}
          onChange={(e) => setSearch(e.currentTarget.value)}
        />
        <span className="quiet">{data ? `${people.length} people` : 'Reading …'}</span>
        {mayChange && (
          <span className="quiet">
            · choose days with the pointer or Shift and arrows, then say what differs
          </span>
        )}
      </div>
      {data && (
        <>
          <FourWeeksGrid
            view={data}
            people={people}
            isWhole={people.length === data.people.length}
            stretch={stretch}
            onStretch={setStretch}
          />
          <div className={css.below}>
            {chosen && stretch ? (
              <TimeOffPanel
                key={`${stretch.personId} ${stretch.from} ${stretch.to}`}
                person={chosen}
                dates={data.dates.slice(stretch.from, stretch.to + 1)}
                mayChange={mayChange && chosen.mayChange}
                onDone={() => setStretch(null)}
              />
            ) : (
              <Remarks view={data} people={people} />
            )}
          </div>
        </>
      )}
    </div>
  );
}

/** What is worth knowing about the four weeks where nothing is chosen. */
function Remarks({ view, people }: { readonly view: FourWeeks; readonly people: readonly WeekPerson[] }) {
  const short = view.dates.flatMap((date, i) => (view.asked[i]! > view.there[i]! ? [{ date, i }] : []));
  const most = view.dates
    .map((date, i) => ({ date, off: people.filter((p) => ['off', 'part-off'].includes(p.days[i]!.what)) }))
    .sort((a, b) => b.off.length - a.off.length)[0];
  return (
    <>
      <section>
        <h3>
          {short.length === 0
            ? 'No day is short'
            : short.length === 1
              ? 'One day is short'
              : `${short.length} days are short`}
        </h3>
        {short.slice(0, 3).map(({ date, i }) => (
          <p key={date}>
            {dayText(date)}: {view.asked[i]} h asked for, {view.there[i]} h of people.
          </p>
        ))}
        {short.length === 0 && (
          <p className="quiet">On every day people are there for more hours than are asked for.</p>
        )}
      </section>
      {most && most.off.length > 1 && (
        <section>
          <h3>
            {most.off.length} off at once, {dayText(most.date)}
          </h3>
          <p>{most.off.map((p) => p.name).join(', ')}.</p>
        </section>
      )}
      {(view.holidays.length > 0 || view.clockChanges.length > 0) && (
        <section>
          <h3>Holidays and clocks</h3>
          {view.holidays.map((h) => (
            <p key={`${h.date} ${h.territory}`}>
              {dayText(h.date)}: {h.name}, {h.territory}.
            </p>
          ))}
          {view.clockChanges.map((c) => (
            <p key={`${c.date} ${c.zone}`}>
              {dayText(c.date)}: the clocks of {c.zone} go {c.minutes > 0 ? 'forward' : 'back'} by{' '}
              {Math.abs(c.minutes)} min; the day is {c.minutes > 0 ? 'shorter' : 'longer'}.
            </p>
          ))}
        </section>
      )}
    </>
  );
}
