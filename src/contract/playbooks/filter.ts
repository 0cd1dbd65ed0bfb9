import { z } from 'zod';

/** To what a rule or a price applies: conditions on the work, on the person, or on both. */
export const OPERATORS = ['is', 'is-not', 'at-least', 'at-most'] as const;
export type Operator = (typeof OPERATORS)[number];

export const VISIT_FIELDS = ['priority', 'kind', 'territory'] as const;
export const PERSON_FIELDS = ['who', 'home', 'group', 'person'] as const;
const ATTRIBUTE = /^attribute:.{1,40}$/;
const ORDERED = /^(priority|attribute:.*)$/;

export const WHO = ['employee', 'contractor', 'crew'] as const;

function isKnown(of: 'visit' | 'person', field: string): boolean {
  const named: readonly string[] = of === 'visit' ? VISIT_FIELDS : PERSON_FIELDS;
  return named.includes(field) || ATTRIBUTE.test(field);
}

const conditionOf = <O extends 'visit' | 'person'>(of: readonly [O, ...O[]]) =>
  z
    .strictObject({
      of: z.enum(of),
      field: z.string().min(1).max(60),
      is: z.enum(OPERATORS),
      values: z.array(z.string().min(1).max(120)).min(1).max(200),
    })
    .superRefine((c, ctx) => {
      if (!isKnown(c.of, c.field))
        ctx.addIssue({ code: 'custom', path: ['field'], params: { code: 'unknown-field' } });
      const isOrder = c.is === 'at-least' || c.is === 'at-most';
      if (isOrder && !ORDERED.test(c.field))
        ctx.addIssue({ code: 'custom', path: ['is'], params: { code: 'not-ordered' } });
      if (isOrder && (c.values.length > 1 || !Number.isFinite(Number(c.values[0]))))
        ctx.addIssue({ code: 'custom', path: ['values'], params: { code: 'one-number' } });
    });

const filterOf = <O extends 'visit' | 'person'>(...of: readonly [O, ...O[]]) =>
  z
    .strictObject({
      mode: z.enum(['all', 'any']).default('all'),
      conditions: z.array(conditionOf(of)).max(20).default([]),
    })
    .default({ mode: 'all', conditions: [] });

/** Conditions on the work alone, on the person alone, or on both; none is everything. */
export const visitFilter = filterOf('visit');
export const personFilter = filterOf('person');
export const pairFilter = filterOf('visit', 'person');
export type Filter = z.infer<typeof pairFilter>;
export type Condition = Filter['conditions'][number];

export function isEverything({ conditions }: Filter): boolean {
  return conditions.length === 0;
}

type AttributeValue = string | number | boolean | readonly string[];
export type Values = Readonly<Record<string, AttributeValue>>;

/** What conditions on work look at. */
export interface FilteredWork {
  readonly priority: number;
  readonly jobKindId: string;
  readonly territoryId: string | null;
  readonly attributes: Values;
}

/** What conditions on people look at. */
export interface FilteredPerson {
  readonly id: string;
  readonly who: (typeof WHO)[number];
  readonly homes: readonly string[];
  readonly groups: readonly string[];
  readonly attributes: Values;
}

function holds({ is, values }: Condition, held: readonly string[]): boolean {
  switch (is) {
    case 'is':
      return held.some((h) => values.includes(h));
    case 'is-not':
      return !held.some((h) => values.includes(h));
    case 'at-least':
      return held.some((h) => Number(h) >= Number(values[0]));
    case 'at-most':
      return held.some((h) => Number(h) <= Number(values[0]));
  }
}

function listed(value: AttributeValue | undefined): string[] {
  if (value === undefined) return [];
  return typeof value === 'object' ? [...value] : [String(value)];
}

export function holdsOfWork(condition: Condition, work: FilteredWork): boolean {
  const { field } = condition;
  if (field === 'priority') return holds(condition, [String(work.priority)]);
  if (field === 'kind') return holds(condition, [work.jobKindId]);
  if (field === 'territory') return holds(condition, work.territoryId === null ? [] : [work.territoryId]);
  return holds(condition, listed(work.attributes[field.slice('attribute:'.length)]));
}

export function holdsOfPerson(condition: Condition, person: FilteredPerson): boolean {
  const { field } = condition;
  if (field === 'who') return holds(condition, [person.who]);
  if (field === 'home') return holds(condition, person.homes);
  if (field === 'group') return holds(condition, person.groups);
  if (field === 'person') return holds(condition, [person.id]);
  return holds(condition, listed(person.attributes[field.slice('attribute:'.length)]));
}

/** Whether a filter without conditions on people takes a piece of work in. */
export function fits(filter: Filter, work: FilteredWork): boolean {
  return decide(filter, (c) => holdsOfWork(c, work));
}

/** Whether a filter without conditions on work takes a person in. */
export function fitsPerson(filter: Filter, person: FilteredPerson): boolean {
  return decide(filter, (c) => holdsOfPerson(c, person));
}

function decide({ mode, conditions }: Filter, test: (c: Condition) => boolean): boolean {
  if (conditions.length === 0) return true;
  return mode === 'all' ? conditions.every(test) : conditions.some(test);
}

/** A filter on pairs cut in two: what it asks of the work and of the person, and whether both or either is enough. */
export interface PairTest {
  readonly match: 'both' | 'either';
  readonly work: ((work: FilteredWork) => boolean) | null;
  readonly person: ((person: FilteredPerson) => boolean) | null;
}

/** Null where a filter takes everything in. In a half that is null, all are in. */
export function pairTest({ mode, conditions }: Filter): PairTest | null {
  if (conditions.length === 0) return null;
  const ofWork = conditions.filter((c) => c.of === 'visit');
  const ofPerson = conditions.filter((c) => c.of === 'person');
  if (mode === 'any') {
    return {
      match: 'either',
      work: (work) => ofWork.some((c) => holdsOfWork(c, work)),
      person: (person) => ofPerson.some((c) => holdsOfPerson(c, person)),
    };
  }
  return {
    match: 'both',
    work: ofWork.length === 0 ? null : (work) => ofWork.every((c) => holdsOfWork(c, work)),
    person: ofPerson.length === 0 ? null : (person) => ofPerson.every((c) => holdsOfPerson(c, person)),
  };
}
