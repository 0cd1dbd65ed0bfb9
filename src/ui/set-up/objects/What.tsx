import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { z } from 'zod';
import type { ObjectName } from '@/contract/shared/fields';
import { commandText, OBJECT_WORDS } from '../../messages/commands';
import { errorText } from '../../messages/errors';
import { fieldText, sayField } from '../../messages/fields';
import { callApi } from '../../shared/api';
import { momentText } from '../../shared/time';
import { hasPage, pathOf } from '../listed';
import { useCompany } from '../use-company';
import css from './ObjectPage.module.css';

const history = z.array(
  z.object({
    name: z.string(),
    facts: z.record(z.string(), z.unknown()),
    by: z.string().nullable(),
    at: z.string(),
    before: z.record(z.string(), z.unknown()).nullable(),
    after: z.record(z.string(), z.unknown()).nullable(),
  }),
);
const uses = z.object({
  uses: z.array(z.object({ object: z.string(), id: z.string(), title: z.string() })),
  others: z.number(),
});

interface Props {
  readonly object: ObjectName;
  readonly id: string;
}

/** What names an object, and what happened to it. */
export function What({ object, id }: Props) {
  const [opened, setOpened] = useState<'history' | 'uses' | null>(null);
  const toggle = (what: 'history' | 'uses') => () => setOpened((o) => (o === what ? null : what));
  return (
    <section className={css.what}>
      <button type="button" className="link" aria-expanded={opened === 'history'} onClick={toggle('history')}>
        What happened to it
      </button>{' '}
      ·{' '}
      <button type="button" className="link" aria-expanded={opened === 'uses'} onClick={toggle('uses')}>
        What names it
      </button>
      {opened === 'history' && <History object={object} id={id} />}
      {opened === 'uses' && <Uses object={object} id={id} />}
    </section>
  );
}

function History({ object, id }: Props) {
  const { homeZone } = useCompany();
  const { data, error } = useQuery({
    queryKey: [`objects-${object}`, 'history', id],
    queryFn: () => callApi(`/api/objects/${object}/${encodeURIComponent(id)}?with=history`, history),
  });
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!data) return <p className="quiet">Reading …</p>;
  if (data.length === 0) return <p className="quiet">Nothing since it came in.</p>;
  return (
    <ul>
      {data.map((h) => (
        <li key={h.at + h.name}>
          {momentText(h.at, homeZone)} · {h.by ?? 'the system'}
          {typeof h.facts.key === 'string' && `, with the key ${h.facts.key}`} ·{' '}
          {commandText(h.name, h.facts)}
          <Changes before={h.before} after={h.after} />
        </li>
      ))}
    </ul>
  );
}

function Changes({
  before,
  after,
}: {
  readonly before: Record<string, unknown> | null;
  readonly after: Record<string, unknown> | null;
}) {
  if (!before || !after) return null;
  const fields = Object.keys(after).filter(
    (f) => !['version', 'archivedAt'].includes(f) && JSON.stringify(before[f]) !== JSON.stringify(after[f]),
  );
  if (fields.length === 0) return null;
  const said = fields.map((f) => {
    const [was, is] = [sayField(before[f]), sayField(after[f])];
    return was === null || is === null ? fieldText(f) : `${fieldText(f)}: ${was} → ${is}`;
  });
  return <div className="quiet">{said.join('; ')}</div>;
}

function Uses({ object, id }: Props) {
  const { data, error } = useQuery({
    queryKey: [`objects-${object}`, 'uses', id],
    queryFn: () => callApi(`/api/objects/${object}/${encodeURIComponent(id)}?with=uses`, uses),
  });
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!data) return <p className="quiet">Reading …</p>;
  if (data.uses.length + data.others === 0) return <p className="quiet">Nothing: it can be put away.</p>;
  return (
    <ul>
      {data.uses.map((u) => {
        const word = OBJECT_WORDS[u.object as ObjectName];
        return (
          <li key={`${u.object} ${u.id}`}>
            {word}{' '}
            {hasPage(u.object) ? (
              <Link className="link" href={pathOf(u.object as ObjectName, u.id)}>
                {u.title}
              </Link>
            ) : (
              u.title
            )}
          </li>
        );
      })}
      {data.others > 0 && <li className="quiet">and {data.others} that you do not see</li>}
    </ul>
  );
}
