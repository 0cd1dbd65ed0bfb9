import { z } from 'zod';
import type { Prices, RuleSettings, VisitPrices } from '@/core/index';
import type { OwnPrice } from '../set-up/own-prices';
import { raiseEarlier } from './earlier-formats';
import { type FilteredPerson, type FilteredWork, fits, fitsPerson } from './filter';
import { exceptions, type PersonPrice, prices } from './prices';
import { rules } from './rules';

/** What a playbook version holds: who may, what is better, and for whom it is dearer. */
export const playbookContent = z.strictObject({ format: z.literal(3), rules, prices, exceptions });
export type PlaybookContent = z.infer<typeof playbookContent>;

/** Reads a stored version, whatever format it was stored in. */
export function readPlaybookContent(stored: unknown): PlaybookContent {
  const isEarlier =
    typeof stored === 'object' && stored !== null && (!('format' in stored) || stored.format === 2);
  return playbookContent.parse(isEarlier ? raiseEarlier(stored) : stored);
}

/** Millionths of the currency. */
export const MICRO = 1_000_000;

/** A price per hour, kilometre or minute as whole millionths per second or metre. */
export function micros(perUnit: number, unitSize: number): number {
  return Math.round((perUnit * MICRO) / unitSize);
}

/** Prices per second, metre and piece, as the core counts. */
export function corePrices({ prices: p }: Pick<PlaybookContent, 'prices'>): Prices {
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

/** Prices of a piece of work: its own before the playbook's exceptions; what has none keeps the playbook's price. */
export function visitPricesOf(
  playbook: PlaybookContent,
  work: FilteredWork,
  own: Readonly<Partial<Record<OwnPrice, number>>>,
): { readonly prices: VisitPrices | undefined; readonly looseEnd: number } {
  const given: Partial<Record<string, number>> = {};
  for (const { price: name, appliesTo, amount } of playbook.exceptions) {
    if (isPersonPrice(name)) continue;
    if (given[name] === undefined && fits(appliesTo, work)) given[name] = amount;
  }
  Object.assign(given, own);
  const out: Partial<Record<keyof VisitPrices, number>> = {};
  for (const [name, [core, unit]] of Object.entries(VISIT_PRICES)) {
    const amount = given[name];
    if (amount !== undefined) out[core] = micros(amount, unit);
  }
  return {
    prices: Object.keys(out).length > 0 ? out : undefined,
    looseEnd:
      given.looseEnd === undefined ? looseEndPrice(playbook, work.priority) : micros(given.looseEnd, 1),
  };
}

function isPersonPrice(name: string): name is PersonPrice {
  return name === 'overtimeHour' || name === 'personOut';
}

/** A price that a playbook has for some people; undefined where none of its exceptions fits. */
export function personPriceOf(
  playbook: PlaybookContent,
  name: PersonPrice,
  person: FilteredPerson,
): number | undefined {
  return playbook.exceptions.find((e) => e.price === name && fitsPerson(e.appliesTo, person))?.amount;
}

/** The attribute rules that hold whatever a playbook says, where work asks for them. */
export const GROUP_KEY = 'lime:group';
export const PREMISES_KEY = 'lime:premises';
export const PARTS_KEY = 'lime:parts';
type AttributeRules = NonNullable<RuleSettings['attributes']>;
const at = (key: string, match: AttributeRules[number]['match']): AttributeRules[number] => ({
  id: key,
  personKey: key,
  match,
  visitKey: key,
});

/** Rules as the core knows them, before they are kept to some pairs. */
export function coreRules({ rules: r }: Pick<PlaybookContent, 'rules'>): RuleSettings {
  const own = r.attributes
    .filter((a) => a.on)
    .map(({ id, personKey, match, visitKey }) => ({ id, personKey, match, visitKey }));
  return {
    skills: r.skills.on,
    territory: r.territory.on ? r.territory.setting : 'anybody',
    persons: r.persons.on,
    restSec: r.rest.on ? r.rest.min * 60 : undefined,
    attributes: [
      at(PREMISES_KEY, 'equals'),
      ...(r.parts.on ? [at(PARTS_KEY, 'contains')] : []),
      ...(r.groups.on ? [at(GROUP_KEY, 'contains')] : []),
      ...own,
    ],
  };
}

/** Price of leaving a visit of a priority loose, micros. */
export function looseEndPrice({ prices: p }: Pick<PlaybookContent, 'prices'>, priority: number): number {
  return micros(p.looseEnd[Math.min(5, Math.max(1, priority)) - 1]!, 1);
}
