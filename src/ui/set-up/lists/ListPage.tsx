'use client';

import { Button, Checkbox, TextInput } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import { IconPlus } from '@tabler/icons-react';
import { DataTable } from 'mantine-datatable';
import Link from 'next/link';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import { fieldsOf, isPlain, type ObjectValue } from '@/contract/shared/object';
import { oneOf } from '../../messages/commands';
import { errorText } from '../../messages/errors';
import { fieldText } from '../../messages/fields';
import { titleOf } from '../../shared/use-options';
import { specOf } from '../all-specs';
import { Crumbs } from '../frame/Crumbs';
import { pathOf } from '../listed';
import { BulkBar } from './BulkBar';
import { Cell } from './Cell';
import { ColumnsMenu } from './ColumnsMenu';
import { Filters } from './Filters';
import css from './ListPage.module.css';
import { useList } from './use-list';
import { Views } from './Views';

const PAGE_SIZE = 50;

interface Props {
  readonly object: ObjectName;
  readonly mayChange: boolean;
}

/** A list of objects: searched, filtered, sorted, by the columns that one wants; many are edited at once. */
export function ListPage({ object, mayChange }: Props) {
  const spec = specOf(object);
  const router = useRouter();
  const path = usePathname();
  const params = useSearchParams();
  const asked = new URLSearchParams(params);
  const columns = (asked.get('columns')?.split(',').filter(Boolean) ?? [...spec.columns]) as string[];
  asked.delete('columns');
  const page = Number(asked.get('page') ?? 0);
  asked.set('pageSize', String(PAGE_SIZE));
  const { data, error, isFetching } = useList(object, asked.toString());
  const [chosen, setChosen] = useState<ObjectValue[]>([]);
  const go = (change: Record<string, string | null>, keepPage = false): void => {
    const next = new URLSearchParams(params);
    if (!keepPage) next.delete('page');
    for (const [key, value] of Object.entries(change)) {
      if (value === null || value === '') next.delete(key);
      else next.set(key, value);
    }
    router.replace(`${path}?${next}`, { scroll: false });
  };
  const kind = objectKind(object);
  const sort = asked.get('sort') ?? kind.title;
  const fields = fieldsOf(kind).filter((f) => f.name !== kind.title);
  const isFiltered = [...params.keys()].some((k) => !['sort', 'page', 'columns'].includes(k));
  return (
    <div className={css.page}>
      <Crumbs step={spec.step} section={spec.section}>
        <Views
          object={object}
          mayChange={mayChange}
          columns={columns}
          onTake={(query) => router.replace(`${path}?${query}`)}
        />
        <a className="link" href={`/api/objects/${object}?format=csv`} download>
          Take out as CSV
        </a>
        {mayChange && (
          <Link className="link" href={`/set-up/data?object=${object}`}>
            Bring in …
          </Link>
        )}
        {mayChange && (
          <Button
            component={Link}
            href={pathOf(object, 'new')}
            size="xs"
            leftSection={<IconPlus size={14} />}
          >
            Add {oneOf(object)}
          </Button>
        )}
      </Crumbs>
      <div className={css.tools}>
        <h1>{spec.plural}</h1>
        <span className="quiet" aria-live="polite">
          {data ? `${data.total.toLocaleString('en')} ${isFiltered ? 'found' : 'in all'}` : ''}
        </span>
        <Search initial={params.get('search') ?? ''} onSearch={(search) => go({ search })} />
        <Filters object={object} params={params} onChange={go} />
        <ColumnsMenu
          all={fields.map((f) => ({ name: f.name, title: fieldText(f.name) }))}
          columns={columns}
          onChange={(next) => go({ columns: next.join(',') }, true)}
        />
        <Checkbox
          label="those put away"
          checked={params.get('archived') === 'true'}
          onChange={(e) => go({ archived: e.currentTarget.checked ? 'true' : null })}
        />
      </div>
      {mayChange && chosen.length > 0 && (
        <BulkBar object={object} chosen={chosen} onDone={() => setChosen([])} />
      )}
      {error ? (
        <p className="bad">{errorText(error)}</p>
      ) : data && data.total === 0 ? (
        <div className={css.empty}>
          <p>{isFiltered ? 'Nothing that fits.' : spec.hint}</p>
          {isFiltered ? (
            <button type="button" className="link" onClick={() => router.replace(path)}>
              Show all
            </button>
          ) : null}
        </div>
      ) : (
        <DataTable<ObjectValue>
          records={data?.rows ?? []}
          fetching={isFetching && !data}
          minHeight={120}
          idAccessor="id"
          withTableBorder={false}
          horizontalSpacing="sm"
          verticalSpacing={6}
          rowBorderColor="var(--hair)"
          backgroundColor="transparent"
          {...(mayChange
            ? {
                selectedRecords: chosen,
                onSelectedRecordsChange: setChosen,
                getRecordSelectionCheckboxProps: (r: ObjectValue) => ({
                  'aria-label': `Choose ${titleOf(object, r)}`,
                }),
                allRecordsSelectionCheckboxProps: { 'aria-label': 'Choose all on this page' },
              }
            : {})}
          sortStatus={{
            columnAccessor: sort.replace(/^-/, ''),
            direction: sort.startsWith('-') ? 'desc' : 'asc',
          }}
          onSortStatusChange={({ columnAccessor, direction }) =>
            go({ sort: `${direction === 'desc' ? '-' : ''}${String(columnAccessor)}` })
          }
          columns={[
            {
              accessor: kind.title,
              title: 'Name',
              sortable: true,
              render: (row) => (
                <Link className={css.name} href={pathOf(object, row.id)}>
                  {titleOf(object, row)}
                </Link>
              ),
            },
            ...columns.map((name) => {
              const field = fields.find((f) => f.name === name);
              return {
                accessor: name,
                title: fieldText(name),
                sortable: field !== undefined && isPlain(field.form),
                render: (row: ObjectValue) => <Cell object={object} field={name} value={row[name]} />,
              };
            }),
          ]}
          totalRecords={data?.total ?? 0}
          recordsPerPage={PAGE_SIZE}
          page={page + 1}
          onPageChange={(p) => go({ page: p > 1 ? String(p - 1) : null }, true)}
          paginationText={({ from, to, totalRecords }) => `${from} to ${to} of ${totalRecords}`}
          getPaginationControlProps={(control) => ({
            'aria-label': control === 'previous' ? 'Page before' : control === 'next' ? 'Next page' : control,
          })}
        />
      )}
    </div>
  );
}

function Search({
  initial,
  onSearch,
}: {
  readonly initial: string;
  readonly onSearch: (text: string) => void;
}) {
  const [text, setText] = useState(initial);
  const ask = useDebouncedCallback(onSearch, 200);
  return (
    <TextInput
      aria-label="Search"
      placeholder="Search …"
      size="xs"
      value={text}
      onChange={(e) => {
        setText(e.currentTarget.value);
        ask(e.currentTarget.value.trim());
      }}
      w={220}
    />
  );
}
