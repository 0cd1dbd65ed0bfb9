'use client';

import { Button, Group, Loader, SegmentedControl } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { planView } from '@/contract/plan/plan-view';
import { sheetVisits } from '@/contract/plan/sheets';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { download } from '../compare/to-csv';
import { DaySheets } from './DaySheets';
import css from './Print.module.css';
import { stopsCsv } from './stops-csv';
import { WeekSheet } from './WeekSheet';

/** The plan on paper: a sheet for each person and day, or all days of a team on one page; in black and white. */
export function PrintPage() {
  const params = useSearchParams();
  const query = params.toString();
  const [kind, setKind] = useState(params.get('sheet') === 'week' ? 'week' : 'day');
  const person = params.get('person');
  const view = useQuery({
    queryKey: ['plan', 'print', query],
    queryFn: () => callApi(`/api/plan?${query}`, planView),
  });
  const sheets = useQuery({
    queryKey: ['plan', 'sheets', query],
    queryFn: () => callApi(`/api/plan/sheets?${query}`, sheetVisits),
  });
  const error = view.error ?? sheets.error;
  const people = (view.data?.people ?? []).filter((p) => person === null || p.id === person);
  return (
    <div className={css.page}>
      <Group className={css.controls ?? ''} gap={12}>
        <h1>On paper</h1>
        <SegmentedControl
          size="xs"
          data={[
            { value: 'day', label: 'Sheet for each day' },
            { value: 'week', label: 'All on one page' },
          ]}
          value={kind}
          onChange={setKind}
          aria-label="What is printed"
        />
        <Button size="compact-sm" disabled={!view.data || !sheets.data} onClick={() => window.print()}>
          Print
        </Button>
        <Button
          size="compact-sm"
          variant="default"
          disabled={!view.data || !sheets.data}
          onClick={() =>
            view.data && download('plan.csv', stopsCsv(view.data, people, sheets.data ?? []), 'text/csv')
          }
        >
          Take out CSV
        </Button>
      </Group>
      {error && (
        <p className="bad" role="alert">
          {errorText(error)}
        </p>
      )}
      {!error && (!view.data || !sheets.data) && <Loader size="sm" />}
      {view.data && sheets.data && kind === 'day' && (
        <DaySheets view={view.data} people={people} visits={sheets.data} />
      )}
      {view.data && sheets.data && kind === 'week' && <WeekSheet view={view.data} people={people} />}
    </div>
  );
}
