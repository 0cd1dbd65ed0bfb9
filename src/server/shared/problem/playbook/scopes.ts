import { type Filter, type FilteredPerson, type FilteredWork, pairTest } from '@/contract/playbooks/filter';
import { coreRules, GROUP_KEY, type PlaybookContent } from '@/contract/playbooks/playbook';
import type { RuleScope, RuleSettings } from '@/core/index';

/** Who and what a problem is about, as filters see it. */
export interface Filtered {
  readonly work: ReadonlyMap<string, FilteredWork>;
  readonly people: ReadonlyMap<string, FilteredPerson>;
}

function scopeOf(filter: Filter, { work, people }: Filtered): RuleScope | undefined {
  const test = pairTest(filter);
  if (!test) return undefined;
  const ofWork = test.work;
  const ofPerson = test.person;
  return {
    match: test.match,
    ...(ofWork ? { visitIds: [...work].flatMap(([id, w]) => (ofWork(w) ? [id] : [])) } : {}),
    ...(ofPerson ? { personIds: [...people.values()].flatMap((p) => (ofPerson(p) ? [p.id] : [])) } : {}),
  };
}

/** Only what is set. */
function given<T extends object>(values: T): Partial<T> {
  return Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as Partial<T>;
}

/** The rules of a playbook for the core, each kept to the pairs that it applies to. */
export function scopedRules(playbook: PlaybookContent, filtered: Filtered): RuleSettings {
  const { rules } = playbook;
  const core = coreRules(playbook);
  const scopes = given({
    skills: scopeOf(rules.skills.appliesTo, filtered),
    territory: scopeOf(rules.territory.appliesTo, filtered),
    persons: scopeOf(rules.persons.appliesTo, filtered),
    rest: rules.rest.on ? scopeOf(rules.rest.appliesTo, filtered) : undefined,
  });
  const filters = new Map([
    [GROUP_KEY, rules.groups.appliesTo],
    ...rules.attributes.map((a) => [a.id, a.appliesTo] as const),
  ]);
  return {
    ...core,
    attributes: (core.attributes ?? []).map((a) => {
      const filter = filters.get(a.id);
      const scope = filter ? scopeOf(filter, filtered) : undefined;
      return scope ? { ...a, scope } : a;
    }),
    ...(Object.keys(scopes).length > 0 ? { scopes } : {}),
  };
}
