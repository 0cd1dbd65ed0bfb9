import { z } from 'zod';
import { MATCHES } from '@/core/index';
import { idText } from '../shared/fields';
import { pairFilter, personFilter, visitFilter } from './filter';

/** The rules of a playbook: each can be switched off, and most kept to some work or some people. */
const on = z.boolean().default(true);
const off = z.boolean().default(false);
const minutes = (most: number) => z.int().min(0).max(most);
const maybe = (most: number) => z.int().min(1).max(most).nullable().default(null);

const attributeRule = z.strictObject({
  id: idText,
  on,
  personKey: z.string().min(1).max(40),
  match: z.enum(MATCHES),
  visitKey: z.string().min(1).max(40),
  appliesTo: pairFilter,
});
export type AttributeRuleSettings = z.infer<typeof attributeRule>;

const shapes = {
  skills: z.strictObject({ on, appliesTo: pairFilter }),
  territory: z.strictObject({
    on,
    setting: z.enum(['home', 'home-and-cover']).default('home-and-cover'),
    appliesTo: pairFilter,
  }),
  /** The customer's must and never. */
  persons: z.strictObject({ on, appliesTo: pairFilter }),
  /** Named groups of people that work asks for. */
  groups: z.strictObject({ on, appliesTo: pairFilter }),
  /** How late a promised window may be missed at all; of several that fit the first holds, and what fits none has no limit. */
  late: z.strictObject({
    on,
    min: minutes(600).default(30),
    appliesTo: visitFilter,
    others: z
      .array(z.strictObject({ min: minutes(600), appliesTo: visitFilter }))
      .max(10)
      .default([]),
  }),
  due: z.strictObject({ on, appliesTo: visitFilter }),
  /** The earliest notice of a kind of job. */
  lead: z.strictObject({ on, appliesTo: visitFilter }),
  /** Hours of the site, of the territory and of the kind of job. */
  access: z.strictObject({ on, appliesTo: visitFilter }),
  parts: z.strictObject({ on, appliesTo: visitFilter }),
  equipment: z.strictObject({ on, appliesTo: visitFilter }),
  load: z.strictObject({ on, appliesTo: visitFilter }),
  order: z.strictObject({ on, appliesTo: visitFilter }),
  samePerson: z.strictObject({ on, appliesTo: visitFilter }),
  ties: z.strictObject({ on, appliesTo: visitFilter }),
  /** Overtime as each person accepts it, and no more than this. */
  overtime: z.strictObject({
    on,
    mostMin: z.int().min(0).max(600).nullable().default(null),
    appliesTo: personFilter,
  }),
  ownTime: z.strictObject({
    on,
    setting: z.enum(['as-each-allows', 'never']).default('as-each-allows'),
    appliesTo: personFilter,
  }),
  breaks: z.strictObject({ on, appliesTo: personFilter }),
  /** A break for those who have none of their own. */
  legalBreak: z.strictObject({
    on: off,
    afterMin: z.int().min(60).max(720).default(360),
    lengthMin: z.int().min(5).max(120).default(30),
    repeats: z.boolean().default(false),
    appliesTo: personFilter,
  }),
  /** Between the end of one day's work and the beginning of the next. */
  rest: z.strictObject({ on: off, min: minutes(2880).default(660), appliesTo: personFilter }),
  /** Hours of a week as each person has them, and no more than this. */
  week: z.strictObject({ on, mostMin: maybe(10_080), appliesTo: personFilter }),
  /** Beyond so much of a week work costs more, for those who have no such hours of their own. */
  weekNormal: z.strictObject({
    on: off,
    min: z.int().min(60).max(10_080).default(2400),
    appliesTo: personFilter,
  }),
  day: z.strictObject({ on, mostVisits: maybe(50), mostDrivingMin: maybe(1440), appliesTo: personFilter }),
  reach: z.strictObject({ on, legMin: maybe(720), firstMin: maybe(720), appliesTo: personFilter }),
  attributes: z.array(attributeRule).max(50).default([]),
};

/** In the order in which they are read. */
export const RULE_IDS = [
  'territory',
  'skills',
  'persons',
  'groups',
  'parts',
  'equipment',
  'load',
  'late',
  'due',
  'lead',
  'access',
  'order',
  'samePerson',
  'ties',
  'overtime',
  'ownTime',
  'breaks',
  'legalBreak',
  'rest',
  'week',
  'weekNormal',
  'day',
  'reach',
] as const satisfies readonly Exclude<keyof typeof shapes, 'attributes'>[];
export type RuleId = (typeof RULE_IDS)[number];

export const rules = z.strictObject(shapes).superRefine((r, ctx) => {
  const ids = r.attributes.map((a) => a.id);
  for (const [i, id] of ids.entries())
    if (ids.indexOf(id) !== i)
      ctx.addIssue({ code: 'custom', path: ['attributes', i, 'id'], params: { code: 'twice' } });
});
export type PlaybookRules = z.infer<typeof rules>;

/** Rules as they are where nothing is said of them. */
export const usualRules = (): PlaybookRules =>
  rules.parse(Object.fromEntries([...RULE_IDS.map((id) => [id, {}]), ['attributes', []]]));
