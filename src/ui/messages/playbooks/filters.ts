import type { Condition, Filter } from '@/contract/playbooks/filter';
import { OPERATOR_WORDS } from './words';

export const FIELD_WORDS: Readonly<Record<string, string>> = {
  priority: 'priority',
  kind: 'job kind',
  territory: 'territory',
  who: 'person',
  home: 'home territory',
  group: 'group',
  person: 'name',
};

export const WHO_WORDS = { employee: 'employee', contractor: 'contractor', crew: 'crew' } as const;

/** What ids of a field are called. */
export type NameOf = (field: string, value: string) => string;

export function fieldText({ of, field }: Pick<Condition, 'of' | 'field'>): string {
  if (field.startsWith('attribute:'))
    return `${field.slice('attribute:'.length)} of the ${of === 'visit' ? 'work' : 'person'}`;
  return FIELD_WORDS[field] ?? field;
}

function conditionText(condition: Condition, nameOf: NameOf): string {
  const values = condition.values.map((v) => nameOf(condition.field, v)).join(' or ');
  return `${fieldText(condition)} ${OPERATOR_WORDS[condition.is]} ${values}`;
}

/** "all visits", or what they must be. */
export function filterText(filter: Filter, everything: string, nameOf: NameOf): string {
  if (filter.conditions.length === 0) return everything;
  const join = filter.mode === 'all' ? ' and ' : ' or ';
  return filter.conditions.map((c) => conditionText(c, nameOf)).join(join);
}
