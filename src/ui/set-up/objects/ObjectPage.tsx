'use client';

import { Button, TextInput } from '@mantine/core';
import { useDebouncedValue, useHotkeys } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { isMadeApart, objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import { OBJECT_WORDS } from '../../messages/commands';
import { errorText } from '../../messages/errors';
import { fieldText } from '../../messages/fields';
import { problemText } from '../../messages/problems';
import { titleOf } from '../../shared/use-options';
import { specOf } from '../all-specs';
import { DraftProvider } from '../draft/DraftContext';
import type { Plain } from '../draft/paths';
import { type Draft, useDraft, useStored } from '../draft/use-draft';
import { Crumbs } from '../frame/Crumbs';
import { pathOf } from '../listed';
import { useList } from '../lists/use-list';
import { SidePanel } from '../side/SidePanel';
import { useCompany } from '../use-company';
import { HoldsUp } from './HoldsUp';
import { Meanwhile } from './Meanwhile';
import css from './ObjectPage.module.css';
import { What } from './What';

interface Props {
  readonly object: ObjectName;
  /** `new` for one that is not there yet. */
  readonly id: string;
  readonly mayChange: boolean;
  readonly today: string;
  /** Values that a new one begins with, over the usual ones. */
  readonly begin?: Plain | undefined;
  /** What belongs to it, below its sentences. */
  readonly children?: React.ReactNode;
}

/** One object: the others at the left, its sentences in the middle, what it does at the right. */
export function ObjectPage({ object, id, mayChange, today, begin, children }: Props) {
  const isNew = id === 'new';
  const { stored, error, isLoading } = useStored(object, isNew ? null : id);
  const spec = specOf(object);
  const { homeZone } = useCompany();
  return (
    <div className={css.page}>
      <Crumbs
        step={spec.step}
        section={spec.section}
        name={isNew ? `A new ${OBJECT_WORDS[object]}` : stored ? titleOf(object, stored) : '…'}
      />
      <div className={css.columns} data-alone={object === 'company'}>
        {object !== 'company' && <Others object={object} id={id} />}
        {error ? (
          <p className="bad" style={{ padding: 16 }}>
            {errorText(error)}
          </p>
        ) : isLoading ? (
          <p className="quiet" style={{ padding: 16 }}>
            Reading …
          </p>
        ) : (
          <Edited
            key={`${object} ${id}`}
            object={object}
            stored={stored}
            blank={{ ...spec.blank({ zone: homeZone, today }), ...begin }}
            mayChange={mayChange}
            today={today}
          >
            {children}
          </Edited>
        )}
      </div>
    </div>
  );
}

/** The other objects of the kind: a step away, and searched. */
function Others({ object, id }: { readonly object: ObjectName; readonly id: string }) {
  const [search, setSearch] = useState('');
  const [asked] = useDebouncedValue(search, 150);
  const { data } = useList(object, `pageSize=200&search=${encodeURIComponent(asked)}`);
  return (
    <nav className={css.others} aria-label={specOf(object).plural}>
      <TextInput
        size="xs"
        aria-label="Search"
        placeholder="Search …"
        value={search}
        onChange={(e) => setSearch(e.currentTarget.value)}
      />
      <ul>
        {(data?.rows ?? []).map((row) => (
          <li key={row.id}>
            <Link href={pathOf(object, row.id)} aria-current={row.id === id ? 'page' : undefined}>
              {titleOf(object, row)}
            </Link>
          </li>
        ))}
      </ul>
      {data && data.total > data.rows.length && (
        <p className="quiet">{(data.total - data.rows.length).toLocaleString('en')} more: search for them.</p>
      )}
    </nav>
  );
}

interface EditedProps {
  readonly object: ObjectName;
  readonly stored: ObjectValue | null;
  readonly blank: Plain;
  readonly mayChange: boolean;
  readonly today: string;
  readonly children: React.ReactNode;
}

function Edited({ object, stored, blank, mayChange, today, children }: EditedProps) {
  const router = useRouter();
  const spec = specOf(object);
  const draft = useDraft(object, stored, blank);
  const [date, setDate] = useState(today);
  const save = async (): Promise<void> => {
    const saved = await draft.save();
    if (!saved) return;
    notifications.show({ message: `${titleOf(object, saved)} is saved.` });
    if (stored === null) router.replace(pathOf(object, saved.id));
  };
  useHotkeys([['mod+S', () => mayChange && draft.changed.length > 0 && void save()]], []);
  useUnsaved(draft.changed.length > 0);
  return (
    <DraftProvider value={draft}>
      <form
        className={css.middle}
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <Head draft={draft} object={object} mayChange={mayChange} />
        {draft.archivedAt !== null && (
          <p className={css.away}>Put away: nothing new can name it. What names it already goes on.</p>
        )}
        {stored !== null && <HoldsUp object={object} id={stored.id} />}
        <Meanwhile />
        <Problems draft={draft} />
        <fieldset disabled={!mayChange} className={css.fields}>
          <spec.Editor today={today} />
        </fieldset>
        {children}
        {stored !== null && <What object={object} id={stored.id} />}
      </form>
      <SidePanel draft={draft} date={spec.hasDay ? date : null} onDate={setDate} />
    </DraftProvider>
  );
}

/** Leaving the page with something typed asks first; within the application it is kept anyway. */
function useUnsaved(isUnsaved: boolean): void {
  useEffect(() => {
    if (!isUnsaved) return;
    const ask = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [isUnsaved]);
}

interface HeadProps {
  readonly draft: Draft;
  readonly object: ObjectName;
  readonly mayChange: boolean;
}

function Head({ draft, object, mayChange }: HeadProps) {
  const router = useRouter();
  const isNew = draft.id === null;
  const n = draft.changed.length;
  const copy = (): void => {
    sessionStorage.setItem(
      `lime typed ${object} new`,
      JSON.stringify({
        version: null,
        value: { ...draft.value, name: `${String(draft.value.name)} (copy)` },
      }),
    );
    router.push(pathOf(object, 'new'));
  };
  return (
    <div className={css.head}>
      <h1>{String(draft.value[objectKind(object).title] ?? '') || `A new ${OBJECT_WORDS[object]}`}</h1>
      {!isNew && mayChange && object !== 'company' && (
        <span className={css.acts}>
          {!isMadeApart(object) && (
            <button type="button" className="link" onClick={copy}>
              copy as a new one
            </button>
          )}
          <button
            type="button"
            className="link"
            onClick={() => void draft.setArchived(draft.archivedAt === null)}
          >
            {draft.archivedAt === null ? 'put away' : 'take back'}
          </button>
        </span>
      )}
      {mayChange && (
        <span className={css.buttons}>
          {n > 0 && <span className="quiet">unsaved: {n === 1 ? '1 change' : `${n} changes`}</span>}
          <Button variant="default" size="xs" disabled={n === 0} onClick={draft.reset}>
            Take back
          </Button>
          <Button type="submit" size="xs" disabled={n === 0 && !isNew} loading={draft.isSaving}>
            Save
          </Button>
        </span>
      )}
    </div>
  );
}

/** What kept it from being saved, each with a way to the word. */
function Problems({ draft }: { readonly draft: Draft }) {
  if (!draft.isTried) return null;
  const { problems, failure } = draft;
  if (problems.length === 0 && !failure) return null;
  return (
    <div role="alert" className={css.problems}>
      {problems.length === 0 && <p>{errorText(failure)}</p>}
      <ul>
        {problems.map((p) => (
          <li key={`${p.path} ${p.code}`}>
            <button
              type="button"
              className="link"
              onClick={() =>
                document
                  .querySelector<HTMLElement>(
                    `[data-field="${p.path}"], [data-field="${p.path.split('.')[0]}"]`,
                  )
                  ?.focus()
              }
            >
              {problemText({ ...p, path: nameOfPath(p.path) })}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** "skills.1.level": Skills, 2. */
function nameOfPath(path: string): string {
  const [top = '', at, inner] = path.split('.');
  if (path === '') return 'This';
  if (at === undefined) return fieldText(top);
  return `${fieldText(top)}, ${Number.isNaN(Number(at)) ? at : Number(at) + 1}${inner ? `, ${fieldText(inner)}` : ''}`;
}
