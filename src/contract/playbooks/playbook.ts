import { z } from 'zod';
import { MATCHES, type Prices, type RuleSettings, type VisitPrices } from '@/core/index';
import { OWN_PRICES, type OwnPrice } from '../set-up/own-prices';
import { attributes, idText, price } from '../shared/fields';

/**
 * What a playbook version holds. Prices are in the one currency, per unit as people say it; a price of 0
 * means that nobody minds.
 */
const attributeRule = z.strictObject({
  id: idText,
  personKey: z.string().min(1).max(40),
  match: z.enum(MATCHES),
  visitKey: z.string().min(1).max(40),
  /** Only for work that has all these; none is all work. */
  appliesTo: attributes,
});

const rules = z.strictObject({
  skills: z.boolean(),
  territory: z.enum(['home', 'home-and-cover', 'anybody']),
  persons: z.boolean(),
  /** Named groups of people that work asks for. */
  groups: z.boolean().default(true),
  /** How late a promised window may be missed at all. */
  lateLimitMin: z.int().min(0).max(600),
  /** Rest between the end of one day's work and the beginning of the next; none is not asked for. */
  restMin: z.int().min(0).max(2880).nullable().default(null),
  attributes: z.array(attributeRule).max(50).default([]),
});

const prices = z.strictObject({
  drivingHour: price,
  drivingKm: price,
  overtimeHour: price,
  /** For an hour beyond the normal ones of a week, beside what it costs anyway. */
  weekOvertimeHour: price.default(0),
  lateMinute: price,
  missedWindow: price,
  dayWaited: price,
  favouredMissed: price,
  avoidedUsed: price.default(0),
  coverVisit: price,
  loanVisit: price.default(0),
  /** For each level that the person has beyond what is asked. */
  levelToSpare: price.default(0),
  /** Against the published plan: somebody else or another day; or only another time. */
  changed: price.default(0),
  moved: price.default(0),
  /** A start may differ by so much without having moved. */
  movedMin: z.int().min(0).max(1440).default(0),
  /** For each minute by which a start comes nearer to its window's close than the margin. */
  marginMinute: price.default(0),
  marginMin: z.int().min(0).max(600).default(0),
  /** For each arrival from elsewhere at a site that has several visits. */
  siteTrip: price.default(0),
  /** For an hour of work beyond a fair share. */
  unfairHour: price.default(0),
  personOut: price,
  /** Loose ends of priority 1 to 5. */
  looseEnd: z.tuple([price, price, price, price, price]),
});

/** Which work a price of its own is for: all that is named must hold. */
export const workFilter = z.strictObject({
  priorities: z.array(z.int().min(1).max(5)).max(5).default([]),
  jobKindIds: z.array(idText).max(100).default([]),
  territoryIds: z.array(idText).max(200).default([]),
  attributes,
});
export type WorkFilter = z.infer<typeof workFilter>;

const exception = z.strictObject({ price: z.enum(OWN_PRICES), appliesTo: workFilter, amount: price });

export const playbookContent = z.strictObject({
  format: z.literal(2),
  rules,
  prices,
  /** Prices for some of the work in place of those above; of several that fit, the first holds. */
  exceptions: z.array(exception).max(100).default([]),
});
export type PlaybookContent = z.infer<typeof playbookContent>;

const firstFormat = z.strictObject({
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

/** Reads a stored version, whatever format it was stored in; what it did not know yet has no price and no rule. */
export function readPlaybookContent(stored: unknown): PlaybookContent {
  const isFirst = typeof stored === 'object' && stored !== null && !('format' in stored);
  return playbookContent.parse(isFirst ? { format: 2, ...firstFormat.parse(stored) } : stored);
}

/** Millionths of the currency. */
export const MICRO = 1_000_000;

/** A price per hour, kilometre or minute as whole millionths per second or metre. */
export function micros(perUnit: number, unitSize: number): number {
  return Math.round((perUnit * MICRO) / unitSize);
}

/** Prices per second, metre and piece, as the core counts. */
export function corePrices({ prices: p }: PlaybookContent): Prices {
  return {
    travelPerSec: micros(p.drivingHour, 3600),
    travelPerM: micros(p.drivingKm, 1000),
    overtimePerSec: micros(p.overtimeHour, 3600),
    sharedOvertimePerSec: micros(p.weekOvertimeHour, 3600),
    latePerSec: micros(p.lateMinute, 60),
    missedWindow: micros(p.missedWindow, 1),
    dayWaited: micros(p.dayWaited, 1),
    favouredMissed: micros(p.favouredMissed, 1),
    avoidedUsed: micros(p.avoidedUsed, 1),
    coverVisit: micros(p.coverVisit, 1),
    loanVisit: micros(p.loanVisit, 1),
    levelToSpare: micros(p.levelToSpare, 1),
    changed: micros(p.changed, 1),
    moved: micros(p.moved, 1),
    movedSec: p.movedMin * 60,
    marginPerSec: micros(p.marginMinute, 60),
    marginSec: p.marginMin * 60,
    siteTrip: micros(p.siteTrip, 1),
    unfairPerSec: micros(p.unfairHour, 3600),
    personOut: micros(p.personOut, 1),
  };
}

/** The core's name and unit of each price that work can have of its own. */
const VISIT_PRICES: Readonly<Record<Exclude<OwnPrice, 'looseEnd'>, readonly [keyof VisitPrices, number]>> = {
  lateMinute: ['latePerSec', 60],
  missedWindow: ['missedWindow', 1],
  dayWaited: ['dayWaited', 1],
  favouredMissed: ['favouredMissed', 1],
  coverVisit: ['coverVisit', 1],
  loanVisit: ['loanVisit', 1],
  avoidedUsed: ['avoidedUsed', 1],
  levelToSpare: ['levelToSpare', 1],
  changed: ['changed', 1],
  moved: ['moved', 1],
  marginMinute: ['marginPerSec', 60],
  siteTrip: ['siteTrip', 1],
};

/** What a filter looks at. */
export interface FilteredWork {
  readonly priority: number;
  readonly jobKindId: string;
  readonly territoryId: string | null;
  readonly attributes: Readonly<Record<string, unknown>>;
}

export function fits(filter: WorkFilter, work: FilteredWork): boolean {
  const among = <T>(list: readonly T[], value: T): boolean => list.length === 0 || list.includes(value);
  return (
    among(filter.priorities, work.priority) &&
    among(filter.jobKindIds, work.jobKindId) &&
    (filter.territoryIds.length === 0 ||
      (work.territoryId !== null && filter.territoryIds.includes(work.territoryId))) &&
    Object.entries(filter.attributes).every(([key, value]) => String(work.attributes[key]) === String(value))
  );
}

/** Prices of a piece of work: its own before the playbook's exceptions; what has none keeps the playbook's price. */
export function visitPricesOf(
  playbook: PlaybookContent,
  work: FilteredWork,
  own: Readonly<Partial<Record<OwnPrice, number>>>,
): { readonly prices: VisitPrices | undefined; readonly looseEnd: number } {
  const given: Partial<Record<OwnPrice, number>> = {};
  for (const { price: name, appliesTo, amount } of playbook.exceptions) {
    if (given[name] === undefined && fits(appliesTo, work)) given[name] = amount;
  }
  Object.assign(given, own);
  const out: Partial<Record<keyof VisitPrices, number>> = {};
  for (const [name, [core, unit]] of Object.entries(VISIT_PRICES)) {
    const amount = given[name as OwnPrice];
    if (amount !== undefined) out[core] = micros(amount, unit);
  }
  return {
    prices: Object.keys(out).length > 0 ? out : undefined,
    looseEnd:
      given.looseEnd === undefined ? looseEndPrice(playbook, work.priority) : micros(given.looseEnd, 1),
  };
}

/** The attribute rules that hold whatever a playbook says, where work asks for them. */
export const GROUP_KEY = 'lime:group';
export const PREMISES_KEY = 'lime:premises';
export const PARTS_KEY = 'lime:parts';
const ALWAYS: NonNullable<RuleSettings['attributes']> = [
  { id: PREMISES_KEY, personKey: PREMISES_KEY, match: 'equals', visitKey: PREMISES_KEY },
  { id: PARTS_KEY, personKey: PARTS_KEY, match: 'contains', visitKey: PARTS_KEY },
];
const IN_GROUP: NonNullable<RuleSettings['attributes']>[number] = {
  id: GROUP_KEY,
  personKey: GROUP_KEY,
  match: 'contains',
  visitKey: GROUP_KEY,
};

export function coreRules({ rules: r }: PlaybookContent): RuleSettings {
  const own = r.attributes.map(({ appliesTo, ...rule }) =>
    Object.keys(appliesTo).length > 0 ? { ...rule, appliesTo } : rule,
  );
  return {
    skills: r.skills,
    territory: r.territory,
    persons: r.persons,
    restSec: r.restMin === null ? undefined : r.restMin * 60,
    attributes: [...ALWAYS, ...(r.groups ? [IN_GROUP] : []), ...own],
  };
}

/** Price of leaving a visit of a priority loose, micros. */
export function looseEndPrice({ prices: p }: PlaybookContent, priority: number): number {
  return micros(p.looseEnd[Math.min(5, Math.max(1, priority)) - 1]!, 1);
}
