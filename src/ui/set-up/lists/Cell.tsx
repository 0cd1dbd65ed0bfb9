import { Fragment } from 'react';
import { objectKind } from '@/contract/registry';
import { factsOf, type ObjectName } from '@/contract/shared/fields';
import { fieldsOf, referencesIn } from '@/contract/shared/object';
import { spanText } from '../../shared/quantities';
import { dayText } from '../../shared/time';
import { useTitle } from '../../shared/use-options';

interface Props {
  readonly object: ObjectName;
  readonly field: string;
  readonly value: unknown;
}

function unwrapped(schema: unknown): { ref?: string | undefined; unit?: string | undefined } {
  let at = schema as { def?: { innerType?: unknown } };
  for (let i = 0; i < 4; i++) {
    const facts = factsOf(at as never);
    if (facts.ref || facts.unit) return facts;
    if (!at.def?.innerType) return {};
    at = at.def.innerType as typeof at;
  }
  return {};
}

/** What a cell of a list says: names in place of ids, spans and days as people say them. */
export function Cell({ object, field, value }: Props) {
  const schema = fieldsOf(objectKind(object)).find((f) => f.name === field)?.schema;
  const { ref, unit } = schema ? unwrapped(schema) : {};
  if (value === null || value === undefined || value === '') return <span className="quiet">–</span>;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (ref && ref !== 'workers' && typeof value === 'string')
    return <Title object={ref as ObjectName} id={value} />;
  if (Array.isArray(value)) return <List object={object} field={field} value={value as unknown[]} />;
  if (typeof value === 'object') return String(Object.keys(value).length || '–');
  if (typeof value === 'number' && (unit === 'min' || field.endsWith('Min'))) return spanText(value);
  if (typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value)) return dayText(value, true);
  return String(value);
}

const MOST_NAMES = 3;

/** What a list holds: names where its rows name something, else how many there are. */
function List({ object, field, value }: Props & { readonly value: readonly unknown[] }) {
  const named = referencesIn(objectKind(object).schema, { [field]: value }).filter(
    (r) => r.object !== 'workers',
  );
  if (value.length === 0) return <span className="quiet">–</span>;
  if (named.length !== value.length) return String(value.length);
  return (
    <>
      {named.slice(0, MOST_NAMES).map((r, i) => (
        <Fragment key={r.path}>
          {i > 0 && ', '}
          <Title object={r.object as ObjectName} id={r.id} />
        </Fragment>
      ))}
      {named.length > MOST_NAMES && ` and ${named.length - MOST_NAMES} more`}
    </>
  );
}

function Title({ object, id }: { readonly object: ObjectName; readonly id: string }) {
  return useTitle(object, id);
}
