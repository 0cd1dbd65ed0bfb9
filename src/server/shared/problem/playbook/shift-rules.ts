import { type FilteredPerson, fitsPerson } from '@/contract/playbooks/filter';
import { MICRO, micros, type PlaybookContent, personPriceOf } from '@/contract/playbooks/playbook';
import { type BreakRule, MAX_BREAKS, type Prices, type Shift } from '@/core/index';

/** As good as no limit for one day, seconds. */
const NO_LIMIT_SEC = 12 * 3600;
/** A break that the law asks for may be taken so long before it is due, seconds. */
const BREAK_AHEAD_SEC = 2 * 3600;

type Rules = PlaybookContent['rules'];

interface Switched {
  readonly on: boolean;
  readonly appliesTo: Parameters<typeof fitsPerson>[0];
}

function holdsFor(rule: Switched, person: FilteredPerson): boolean {
  return rule.on && fitsPerson(rule.appliesTo, person);
}

function least(...values: readonly (number | null | undefined)[]): number | undefined {
  const given = values.filter((v) => v !== null && v !== undefined);
  return given.length > 0 ? Math.min(...given) : undefined;
}

/** Only what is set: an absent limit is none. */
function without<T extends object, K extends keyof T>(value: T, keys: readonly K[]): Omit<T, K> {
  const out = { ...value };
  for (const key of keys) delete out[key];
  return out;
}

function legalBreaks({ legalBreak: r }: Rules, { startSec, endSec }: Shift): BreakRule[] {
  const every = r.afterMin * 60;
  const length = r.lengthMin * 60;
  const out: BreakRule[] = [];
  for (let from = startSec; endSec - from > every && out.length < MAX_BREAKS; ) {
    const latestSec = from + every;
    const earliestSec = Math.max(from, latestSec - BREAK_AHEAD_SEC);
    out.push({ durationSec: length, earliestSec, latestSec });
    // Whoever takes it as soon as they may is due again so much sooner.
    from = earliestSec + length;
    if (!r.repeats) break;
  }
  return out;
}

function reachOf(own: Shift['reach'], min: number | null): Shift['reach'] {
  const sec = least(own?.sec, min === null ? null : min * 60);
  if (sec === undefined && own?.m === undefined) return undefined;
  return { ...(sec === undefined ? {} : { sec }), ...(own?.m === undefined ? {} : { m: own.m }) };
}

function dayLimits(shift: Shift, person: FilteredPerson, { day, reach }: Rules): Partial<Shift> {
  const hasDay = holdsFor(day, person);
  const hasReach = holdsFor(reach, person);
  const driving = day.mostDrivingMin === null ? null : day.mostDrivingMin * 60;
  const all: Partial<Shift> = {
    maxVisits: hasDay ? least(shift.maxVisits, day.mostVisits) : undefined,
    maxTravelSec: hasDay ? least(shift.maxTravelSec, driving) : undefined,
    reach: hasReach ? reachOf(shift.reach, reach.legMin) : undefined,
    firstReach: hasReach ? reachOf(shift.firstReach, reach.firstMin) : undefined,
  };
  return Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined));
}

/** The lowest price of sending somebody out: the one of all, so that everybody's own is added to it. */
export function leastOutPrice(playbook: PlaybookContent): number {
  const own = playbook.exceptions.filter((e) => e.price === 'personOut').map((e) => e.amount);
  return Math.min(playbook.prices.personOut, ...own);
}

/** Prices of the whole plan; of those that people can have of their own, the lowest. */
export function withLeastPrices(prices: Prices, playbook: PlaybookContent): Prices {
  return { ...prices, personOut: Math.round(leastOutPrice(playbook) * MICRO) };
}

function ownPrices(shift: Shift, person: FilteredPerson, playbook: PlaybookContent): Partial<Shift> {
  const overtime = personPriceOf(playbook, 'overtimeHour', person);
  const out = personPriceOf(playbook, 'personOut', person) ?? playbook.prices.personOut;
  const more = Math.round((out - leastOutPrice(playbook)) * MICRO);
  const outPrice = (shift.outPrice ?? 0) + more;
  const pay = Math.round(((shift.payPerSec ?? 0) * playbook.prices.payPercent) / 100);
  return {
    ...(overtime === undefined || shift.overtimePerSec !== undefined
      ? {}
      : { overtimePerSec: micros(overtime, 3600) }),
    ...(outPrice > 0 ? { outPrice } : {}),
    ...(pay > 0 ? { payPerSec: pay } : {}),
  };
}

/** A shift as the rules and prices of a playbook leave it for a person. */
export function shiftUnderRules(shift: Shift, person: FilteredPerson, playbook: PlaybookContent): Shift {
  const { rules } = playbook;
  const hasOvertime = holdsFor(rules.overtime, person);
  const most = rules.overtime.mostMin === null ? null : rules.overtime.mostMin * 60;
  const hasOwnTime = holdsFor(rules.ownTime, person);
  const allowance = (own: number): number =>
    !hasOwnTime ? NO_LIMIT_SEC : rules.ownTime.setting === 'never' ? 0 : own;
  const own = holdsFor(rules.breaks, person) ? shift.breaks : [];
  const breaks = own.length === 0 && holdsFor(rules.legalBreak, person) ? legalBreaks(rules, shift) : own;
  const bare = without(shift, ['maxVisits', 'maxTravelSec', 'reach', 'firstReach', 'payPerSec', 'outPrice']);
  return {
    ...bare,
    overtimeLimitSec: hasOvertime ? (least(shift.overtimeLimitSec, most) ?? 0) : NO_LIMIT_SEC,
    allowanceBeforeSec: allowance(shift.allowanceBeforeSec),
    allowanceAfterSec: allowance(shift.allowanceAfterSec),
    breaks,
    ...dayLimits(shift, person, rules),
    ...ownPrices(shift, person, playbook),
  };
}

/** Hours of a week that a playbook leaves a person: their own, and what it says of everybody. */
export interface WeekRule {
  readonly hasOwn: boolean;
  readonly mostMin: number | null;
  readonly normalMin: number | null;
}

export function weekRuleOf(person: FilteredPerson, { week, weekNormal }: Rules): WeekRule {
  const holds = holdsFor(week, person);
  return {
    hasOwn: holds,
    mostMin: holds ? week.mostMin : null,
    normalMin: holdsFor(weekNormal, person) ? weekNormal.min : null,
  };
}
