import { z } from 'zod';
import { MATCHES } from '@/core/index';
import { OWN_PRICES } from '../set-up/own-prices';
import { attributes, idText, price } from '../shared/fields';
import type { Condition, Filter } from './filter';
import { prices } from './prices';
import { usualRules } from './rules';

/** Playbooks as they were stored before rules could be kept to some work and some people. */
const rules = z.strictObject({
  skills: z.boolean(),
  territory: z.enum(['home', 'home-and-cover', 'anybody']),
  persons: z.boolean(),
  groups: z.boolean().default(true),
  lateLimitMin: z.int().min(0).max(600),
  restMin: z.int().min(0).max(2880).nullable().default(null),
  attributes: z
    .array(
      z.strictObject({
        id: idText,
        personKey: z.string().min(1).max(40),
        match: z.enum(MATCHES),
        visitKey: z.string().min(1).max(40),
        appliesTo: attributes,
      }),
    )
    .max(50)
    .default([]),
});
const workFilter = z.strictObject({
  priorities: z.array(z.int().min(1).max(5)).max(5).default([]),
  jobKindIds: z.array(idText).max(100).default([]),
  territoryIds: z.array(idText).max(200).default([]),
  attributes,
});
const second = z.strictObject({
  format: z.literal(2),
  rules,
  prices: prices.omit({ payPercent: true }),
  exceptions: z
    .array(z.strictObject({ price: z.enum(OWN_PRICES), appliesTo: workFilter, amount: price }))
    .max(100)
    .default([]),
});
const first = z.strictObject({
  rules: rules.pick({ skills: true, territory: true, persons: true, lateLimitMin: true }),
  prices: prices.pick({
    drivingHour: true,
    drivingKm: true,
    overtimeHour: true,
    lateMinute: true,
    missedWindow: true,
    dayWaited: true,
    favouredMissed: true,
    coverVisit: true,
    personOut: true,
    looseEnd: true,
  }),
});

const all = (...conditions: Condition[]): Filter => ({ mode: 'all', conditions });
const is = (field: string, values: readonly unknown[]): Condition[] =>
  values.length === 0 ? [] : [{ of: 'visit', field, is: 'is', values: values.map(String) }];
const ofAttributes = (given: Readonly<Record<string, unknown>>): Condition[] =>
  Object.entries(given).flatMap(([key, value]) => is(`attribute:${key}`, [value]));

/** The same playbook in the format of today; what it did not know yet has no price, and the usual rule. */
export function raiseEarlier(stored: object): unknown {
  const {
    rules: r,
    prices: p,
    exceptions,
  } = second.parse('format' in stored ? stored : { format: 2, ...first.parse(stored) });
  return {
    format: 3,
    rules: {
      ...usualRules(),
      skills: { on: r.skills },
      territory: {
        on: r.territory !== 'anybody',
        ...(r.territory === 'anybody' ? {} : { setting: r.territory }),
      },
      persons: { on: r.persons },
      groups: { on: r.groups },
      late: { min: r.lateLimitMin },
      rest: r.restMin === null ? { on: false } : { on: true, min: r.restMin },
      attributes: r.attributes.map((a) => ({ ...a, appliesTo: all(...ofAttributes(a.appliesTo)) })),
    },
    prices: p,
    exceptions: exceptions.map((e) => ({
      ...e,
      appliesTo: all(
        ...is('priority', e.appliesTo.priorities),
        ...is('kind', e.appliesTo.jobKindIds),
        ...is('territory', e.appliesTo.territoryIds),
        ...ofAttributes(e.appliesTo.attributes),
      ),
    })),
  };
}
