'use client';

import { Button, FileButton, Select } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { type ImportView, importView } from '@/contract/imports/settings';
import { type Target, target as targetShape } from '@/contract/imports/targets';
import type { FieldProblem } from '@/contract/shared/problems';
import { errorText } from '../../messages/errors';
import { OFFERED_TARGETS, targetText } from '../../messages/imports';
import { problemText } from '../../messages/problems';
import { ApiError, sendFile } from '../../shared/api';
import { Crumbs } from '../frame/Crumbs';
import css from './Data.module.css';
import { ImportSteps } from './ImportSteps';

interface Props {
  /** What the user may bring in; what they may take out. */
  readonly mayBring: readonly string[];
  readonly mayTake: readonly string[];
}

/** Every kind of data as a file, in and out: checked whole first, then all of it or nothing. */
export function DataPage({ mayBring, mayTake }: Props) {
  const router = useRouter();
  const params = useSearchParams();
  const asked = targetShape.safeParse(params.get('object')).data;
  const offered = OFFERED_TARGETS.filter(
    (t) => mayBring.includes(t === 'work' ? 'work-orders' : t) || mayTake.includes(t),
  );
  const target = asked && offered.includes(asked) ? asked : (offered[0] ?? 'technicians');
  const [opened, setOpened] = useState<ImportView | null>(null);
  const open = useMutation({
    mutationFn: (file: File) =>
      sendFile(`/api/imports?target=${target}&name=${encodeURIComponent(file.name)}`, file, importView),
    onSuccess: setOpened,
  });
  const choose = (next: Target): void => {
    setOpened(null);
    open.reset();
    router.replace(`/set-up/data?object=${next}`);
  };
  const mayThis = mayBring.includes(target === 'work' ? 'work-orders' : target);
  return (
    <div>
      <Crumbs step={null} name="Data in and out" />
      <div className={css.page}>
        <div className={css.top}>
          <Select
            label="What"
            data={offered.map((t) => ({ value: t, label: targetText(t) }))}
            value={target}
            onChange={(t) => t && choose(t as Target)}
            allowDeselect={false}
            searchable
            w={320}
          />
          {mayThis && (
            <FileButton
              key={opened?.id ?? 'none'}
              onChange={(file) => file && open.mutate(file)}
              accept=".csv,.txt,.tsv,.json,text/csv,application/json"
            >
              {(props) => (
                <Button {...props} loading={open.isPending}>
                  {opened ? 'Another file …' : 'Bring in a file …'}
                </Button>
              )}
            </FileButton>
          )}
          {target !== 'work' && (
            <span className={css.out}>
              Take out as{' '}
              <a className="link" href={`/api/objects/${target}?format=csv`} download>
                CSV
              </a>{' '}
              or{' '}
              <a className="link" href={`/api/objects/${target}?format=json`} download>
                JSON
              </a>
            </span>
          )}
        </div>
        {open.error && <Refused error={open.error} />}
        {/* Nobody answers for a file that the one on its way is about to take the place of. */}
        {open.isPending ? (
          <p className="quiet" aria-live="polite">
            The file is being read …
          </p>
        ) : opened ? (
          <ImportSteps key={opened.id} opened={opened} onAgain={() => setOpened(null)} />
        ) : (
          <Explain target={target} />
        )}
      </div>
    </div>
  );
}

function Refused({ error }: { readonly error: unknown }) {
  const problems = error instanceof ApiError ? ((error.facts.problems ?? []) as FieldProblem[]) : [];
  return (
    <div role="alert" className={css.refused}>
      <b>Nothing was brought in.</b>{' '}
      {problems.length > 0
        ? problems.map((p) => problemText({ ...p, path: p.path === 'file' ? 'The file' : p.path })).join('; ')
        : errorText(error)}
    </div>
  );
}

function Explain({ target }: { readonly target: Target }) {
  return (
    <div className={css.explain}>
      <p>
        A file of CSV or JSON, as spreadsheets and other programs write it: with commas, semicolons or tabs,
        in UTF-8 or Windows-1252, days and numbers in any of the usual orders. What its columns mean is
        guessed, and asked where it is not clear. It is checked whole before anything is changed, and one undo
        takes it back.
      </p>
      <p className="quiet">
        Known again by the column “Key (id)”, or else by the name. Things are named by their names or keys:
        territory “Quay”. Lists are parted by semicolons, and what belongs to an item by colons: “Lifting:3;
        Network:2:2026-01-01:2026-12-31”.
        {target === 'work' &&
          ' A site that is not known by its name is made, and lies in the territory around its place.'}
      </p>
    </div>
  );
}
