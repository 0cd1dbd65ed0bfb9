'use client';

import { Select } from '@mantine/core';
import Link from 'next/link';
import { useState } from 'react';
import type { ObjectName } from '@/contract/shared/fields';
import { OBJECT_WORDS } from '../../messages/commands';
import { fieldText } from '../../messages/fields';
import { Crumbs } from '../frame/Crumbs';
import css from './Data.module.css';

interface Props {
  /** The OpenAPI document. */
  readonly document: Readonly<Record<string, unknown>>;
  readonly objects: readonly ObjectName[];
}

type Json = Readonly<Record<string, unknown>>;

function typeOf(schema: Json): string {
  const kinds = (schema.anyOf ?? schema.oneOf) as Json[] | undefined;
  if (kinds) return kinds.map(typeOf).join(' or ');
  if (Array.isArray(schema.enum)) return schema.enum.map((e) => JSON.stringify(e)).join(' | ');
  if (schema.type === 'array') return `list of ${typeOf((schema.items ?? {}) as Json)}`;
  if (schema.type === 'object') {
    const fields = Object.keys((schema.properties ?? {}) as Json);
    return fields.length > 0 ? `{ ${fields.join(', ')} }` : 'object';
  }
  const limits = [
    schema.minimum === undefined ? '' : `from ${String(schema.minimum)}`,
    schema.maximum === undefined || Number(schema.maximum) > 1e12 ? '' : `to ${String(schema.maximum)}`,
    schema.maxLength === undefined ? '' : `at most ${String(schema.maxLength)} characters`,
    schema.format ? String(schema.format) : '',
  ].filter(Boolean);
  return `${String(schema.type ?? 'anything')}${limits.length > 0 ? ` (${limits.join(' ')})` : ''}`;
}

/** The interface for programs: what can be read and written, and how; the same document that they read. */
export function ProgramsPage({ document, objects }: Props) {
  const [object, setObject] = useState<ObjectName>(objects[0] ?? 'territories');
  const schemas = ((document.components as Json).schemas ?? {}) as Readonly<Record<string, Json>>;
  const paths = document.paths as Readonly<Record<string, Json>>;
  const schema = schemas[object];
  const required = new Set((schema?.required ?? []) as string[]);
  const own = Object.entries(paths).filter(
    ([path]) => path === `/api/objects/${object}` || path.startsWith(`/api/objects/${object}/`),
  );
  return (
    <div>
      <Crumbs step={null} name="For programs">
        <a className="link" href="/api/openapi" download="openapi.json">
          OpenAPI 3.1 document
        </a>
      </Crumbs>
      <div className={css.page}>
        <Select
          label="Object"
          data={objects.map((o) => ({ value: o, label: `${o} (${OBJECT_WORDS[o]})` }))}
          value={object}
          onChange={(o) => o && setObject(o as ObjectName)}
          allowDeselect={false}
          searchable
          w={320}
        />
        <p className="quiet" style={{ maxWidth: '72ch' }}>
          A program says <code>Authorization: Bearer</code> and a{' '}
          <Link className="link" href="/account">
            key of yours
          </Link>
          . What it reads has a tag (<code>ETag</code>); what it changes names that again (
          <code>If-Match</code>), so that nobody’s work is lost: one that is stale is refused with 412, one
          without it with 428. What is refused is told as <code>application/problem+json</code>.
        </p>
        <h2>What can be asked</h2>
        <table className="figures">
          <tbody>
            {own.flatMap(([path, methods]) =>
              Object.entries(methods)
                .filter(([method]) => method !== 'parameters')
                .map(([method, said]) => (
                  <tr key={`${method} ${path}`}>
                    <td>
                      <b>{method.toUpperCase()}</b>
                    </td>
                    <td>
                      <code>{path}</code>
                    </td>
                    <td>{String((said as Json).summary ?? '')}</td>
                  </tr>
                )),
            )}
          </tbody>
        </table>
        <h2>Its fields</h2>
        <table className="figures">
          <thead>
            <tr>
              <th>Field</th>
              <th>On screen</th>
              <th>Holds</th>
              <th>Must be given</th>
            </tr>
          </thead>
          <tbody>
            {Object.entries((schema?.properties ?? {}) as Readonly<Record<string, Json>>).map(
              ([name, field]) => (
                <tr key={name}>
                  <td>
                    <code>{name}</code>
                  </td>
                  <td>{fieldText(name)}</td>
                  <td>{typeOf(field)}</td>
                  <td>{required.has(name) ? 'yes' : ''}</td>
                </tr>
              ),
            )}
          </tbody>
        </table>
      </div>
    </div>
  );
}
