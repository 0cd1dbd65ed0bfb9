import { type NameOf, WHO_WORDS } from '../../messages/playbooks/filters';
import { type Option, useOptions } from '../use-options';

export interface FilterNames {
  readonly nameOf: NameOf;
  /** What a field can be; null where anything can be typed. */
  readonly optionsOf: (field: string) => readonly Option[] | null;
}

const PRIORITIES = ['1', '2', '3', '4', '5'].map((value) => ({ value, label: value }));
const WHO = Object.entries(WHO_WORDS).map(([value, label]) => ({ value, label }));

/** What filters speak of, by name. */
export function useFilterNames(): FilterNames {
  const kinds = useOptions('job-kinds').options;
  const territories = useOptions('territories').options;
  const groups = useOptions('groups').options;
  const people = useOptions('technicians').options;
  const crews = useOptions('crews').options;
  const lists: Record<string, readonly Option[]> = {
    priority: PRIORITIES,
    kind: kinds,
    territory: territories,
    who: WHO,
    home: territories,
    group: groups,
    person: [...people, ...crews],
  };
  const optionsOf = (field: string): readonly Option[] | null => lists[field] ?? null;
  return {
    optionsOf,
    nameOf: (field, value) => lists[field]?.find((o) => o.value === value)?.label ?? value,
  };
}
