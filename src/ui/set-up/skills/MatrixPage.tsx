'use client';

import { Button, TextInput } from '@mantine/core';
import { DatePickerInput } from '@mantine/dates';
import { notifications } from '@mantine/notifications';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { matrixView } from '@/contract/set-up/answers/matrix';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { Crumbs } from '../frame/Crumbs';
import { useCompany } from '../use-company';
import type { Cell, Held } from './cell';
import { Grid } from './Grid';
import css from './Matrix.module.css';
import { MatrixSide } from './MatrixSide';

/** People × skills at a date, edited by typing in cells; nothing is saved until one says so. */
export function MatrixPage({ mayChange }: { readonly mayChange: boolean }) {
  const client = useQueryClient();
  const { weekStartsOn } = useCompany();
  const [date, setDate] = useState<string | null>(null);
  const [search, setSearch] = useState('');
  const [edits, setEdits] = useState<ReadonlyMap<string, readonly Held[]>>(new Map());
  const [cell, setCell] = useState<Cell | null>(null);
  const { data, error } = useQuery({
    queryKey: ['objects-technicians', 'matrix', date],
    queryFn: ({ signal }) =>
      callApi(`/api/set-up/matrix${date ? `?date=${date}` : ''}`, matrixView, { signal }),
    placeholderData: keepPreviousData,
  });
  const save = useMutation({
    mutationFn: () =>
      callApi('/api/set-up/matrix', z.object({ changed: z.int() }), {
        method: 'POST',
        body: {
          people: [...edits].map(([id, skills]) => ({
            id,
            version: data?.people.find((p) => p.id === id)?.version ?? 1,
            skills,
          })),
        },
      }),
    onSuccess: async ({ changed }) => {
      setEdits(new Map());
      await client.invalidateQueries({ queryKey: ['objects-technicians'] });
      void client.invalidateQueries({ queryKey: ['commands'] });
      void client.invalidateQueries({ queryKey: ['path'] });
      notifications.show({
        message:
          changed === 1
            ? 'Skills of one person are saved.'
            : `Skills of ${changed} people are saved. One undo takes them back.`,
      });
    },
    onError: (cause) => notifications.show({ title: 'Not saved', message: errorText(cause), color: 'grape' }),
  });
  const people = useMemo(() => {
    const wanted = search.trim().toLowerCase();
    return (data?.people ?? []).filter(
      (p) => wanted === '' || `${p.name} ${p.territories.join(' ')}`.toLowerCase().includes(wanted),
    );
  }, [data, search]);
  if (error) return <p className="page bad">{errorText(error)}</p>;
  return (
    <div className={css.page}>
      <Crumbs step="skills">
        {edits.size > 0 && (
          <>
            <span className="quiet">unsaved: {edits.size === 1 ? '1 person' : `${edits.size} people`}</span>
            <Button variant="default" size="xs" onClick={() => setEdits(new Map())}>
              Take back
            </Button>
            <Button size="xs" loading={save.isPending} onClick={() => save.mutate()}>
              Save
            </Button>
          </>
        )}
        {mayChange && (
          <Button variant="default" size="xs" component={Link} href="/set-up/skills/new">
            Add a skill
          </Button>
        )}
      </Crumbs>
      <div className={css.tools}>
        <DatePickerInput
          aria-label="As of"
          value={date ?? data?.date ?? null}
          onChange={setDate}
          valueFormat="[as of] ddd D MMMM YYYY"
          firstDayOfWeek={weekStartsOn as 0}
          size="xs"
        />
        <TextInput
          aria-label="Search"
          placeholder="Name or territory …"
          size="xs"
          value={search}
          onChange={(e) => setSearch(e.currentTarget.value)}
        />
        <span className="quiet" aria-live="polite">
          {data ? `${people.length} people` : 'Reading …'}
        </span>
        {mayChange && <span className="quiet">· type 1–5 in a cell, 0 takes away, arrows move</span>}
      </div>
      {data && data.skills.length === 0 ? (
        <p className={css.empty}>
          No skills yet. <Link href="/set-up/skills/new">Add the first one</Link>: what people can do and work
          asks for.
        </p>
      ) : (
        data && (
          <div className={css.columns}>
            <Grid
              view={data}
              people={people}
              edits={edits}
              cell={cell}
              onCell={setCell}
              onEdit={(personId, skills) =>
                mayChange && setEdits((now) => new Map(now).set(personId, skills))
              }
            />
            <MatrixSide
              view={data}
              edits={edits}
              cell={cell}
              mayChange={mayChange}
              onEdit={(personId, skills) => setEdits((now) => new Map(now).set(personId, skills))}
            />
          </div>
        )
      )}
    </div>
  );
}
