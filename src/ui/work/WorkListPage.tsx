'use client';

import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import { IconPhone } from '@tabler/icons-react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { WORK_STATES, type WorkState, workList } from '@/contract/work/work-list';
import { errorText } from '../messages/errors';
import { ColumnsMenu } from '../set-up/lists/ColumnsMenu';
import { Views } from '../set-up/lists/Views';
import { callApi } from '../shared/api';
import { useOptions } from '../shared/use-options';
import css from './Work.module.css';
import { WorkCrumbs } from './WorkCrumbs';
import { WorkTable } from './WorkTable';
import { columnsOf, WORK_COLUMNS } from './work-columns';

const STATE_WORDS: Readonly<Record<WorkState, string>> = {
  loose: 'Loose ends',
  planned: 'Planned',
  'at-risk': 'At risk',
  done: 'Done, to be confirmed',
  confirmed: 'Confirmed',
  cancelled: 'Cancelled',
};

/** All work orders: searched, by state, sorted, kept as views. */
export function WorkListPage({
  mayChange,
  mayImport,
}: {
  readonly mayChange: boolean;
  readonly mayImport: boolean;
}) {
  const router = useRouter();
  const path = usePathname();
  const params = useSearchParams();
  const columns = columnsOf(params.get('columns'));
  const asked = withoutColumns(params);
  const { data, error, isFetching, refetch } = useQuery({
    queryKey: ['work', asked],
    queryFn: ({ signal }) => callApi(`/api/work?${asked}`, workList, { signal }),
    placeholderData: keepPreviousData,
  });
  const go = (change: Readonly<Record<string, string | null>>): void => {
    // From what the address says now: two changes one after the other are both kept.
    const next = new URLSearchParams(window.location.search);
    if (!('page' in change)) next.delete('page');
    for (const [key, value] of Object.entries(change))
      if (value === null || value === '') next.delete(key);
      else next.set(key, value);
    window.history.replaceState(null, '', `${path}?${next}`);
  };
  const state = params.get('state');
  const page = Number(params.get('page') ?? 0);
  const pages = data ? Math.ceil(data.total / data.pageSize) : 0;
  return (
    <div className={css.page}>
      <WorkCrumbs>
        <Views
          object="work-orders"
          mayChange={mayChange}
          columns={columns}
          onTake={(query) => router.replace(`${path}?${query}`)}
        />
        <a className="link" href="/api/objects/work-orders?format=csv" download>
          Take out as CSV
        </a>
        {mayImport && (
          <Link className="link" href="/set-up/data?object=work">
            Bring in …
          </Link>
        )}
        {mayChange && (
          <Button component={Link} href="/work/call" size="xs" leftSection={<IconPhone size={14} />}>
            Promise a time
          </Button>
        )}
      </WorkCrumbs>
      <div className={css.tools}>
        <h1>Work orders</h1>
        <span className="quiet" aria-live="polite">
          {data ? `${data.total.toLocaleString('en')} found` : ''}
        </span>
        <Search initial={params.get('search') ?? ''} onSearch={(search) => go({ search })} />
        <By name="Territory" object="territories" field="territoryId" params={params} onChange={go} />
        <By name="Job kind" object="job-kinds" field="jobKindId" params={params} onChange={go} />
        <By name="Customer" object="customers" field="customerId" params={params} onChange={go} />
        <ColumnsMenu
          all={WORK_COLUMNS}
          columns={columns}
          onChange={(next) => go({ columns: next.join(','), page: params.get('page') })}
        />
      </div>
      <div className={css.states} role="group" aria-label="State">
        <button type="button" aria-pressed={state === null} onClick={() => go({ state: null })}>
          All
        </button>
        {WORK_STATES.map((s) => (
          <button key={s} type="button" aria-pressed={state === s} onClick={() => go({ state: s })}>
            {STATE_WORDS[s]} {data ? (data.counts[s] ?? 0).toLocaleString('en') : ''}
          </button>
        ))}
      </div>
      <div className={css.table} aria-busy={isFetching}>
        {error && (
          <p className="bad" role="alert">
            {errorText(error)}{' '}
            <Button size="compact-sm" onClick={() => void refetch()}>
              Try again
            </Button>
          </p>
        )}
        {!data && !error && <p className="quiet">Reading …</p>}
        {data && data.rows.length === 0 && (
          <p>
            {asked === ''
              ? 'No work yet. A call takes some in, a file brings many at once, and maintenance plans make their own.'
              : 'Nothing matches what is asked for above.'}
          </p>
        )}
        {data && data.rows.length > 0 && (
          <WorkTable
            rows={data.rows}
            now={data.now}
            columns={columns}
            sort={params.get('sort') ?? '-number'}
            onSort={(sort) => go({ sort })}
          />
        )}
        {pages > 1 && (
          <div className={css.foot}>
            <Button
              size="xs"
              variant="default"
              disabled={page === 0}
              onClick={() => go({ page: String(page - 1) })}
            >
              Earlier
            </Button>
            <span className="quiet">
              page {page + 1} of {pages}
            </span>
            <Button
              size="xs"
              variant="default"
              disabled={page + 1 >= pages}
              onClick={() => go({ page: String(page + 1) })}
            >
              Later
            </Button>
          </div>
        )}
      </div>
    </div>
  );
}

/** What is asked of the server: how it is shown is nobody else's business. */
function withoutColumns(params: URLSearchParams): string {
  const asked = new URLSearchParams(params);
  asked.delete('columns');
  return asked.toString();
}

function Search({
  initial,
  onSearch,
}: {
  readonly initial: string;
  readonly onSearch: (words: string) => void;
}) {
  const [words, setWords] = useState(initial);
  const later = useDebouncedCallback(onSearch, 250);
  return (
    <TextInput
      size="xs"
      w={260}
      aria-label="Search work"
      placeholder="number, summary, site, customer, outside number"
      value={words}
      onChange={(e) => {
        setWords(e.currentTarget.value);
        later(e.currentTarget.value);
      }}
    />
  );
}

interface ByProps {
  readonly name: string;
  readonly object: 'territories' | 'job-kinds' | 'customers';
  readonly field: string;
  readonly params: URLSearchParams;
  readonly onChange: (change: Readonly<Record<string, string | null>>) => void;
}

function By({ name, object, field, params, onChange }: ByProps) {
  const { options } = useOptions(object);
  return (
    <NativeSelect
      size="xs"
      aria-label={name}
      data={[{ value: '', label: `any ${name.toLowerCase()}` }, ...options]}
      value={params.get(field) ?? ''}
      onChange={(e) => onChange({ [field]: e.currentTarget.value })}
    />
  );
}
