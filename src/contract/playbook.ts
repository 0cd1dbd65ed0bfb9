import { z } from 'zod';
import type { Prices, RuleSettings } from '@/core/index';

/** What a playbook version holds. Prices are in the one currency, per unit as people say it. */
const price = z.number().min(0).max(1_000_000);

export const playbookContent = z.strictObject({
  rules: z.strictObject({
    skills: z.boolean(),
    territory: z.enum(['home', 'home-and-cover', 'anybody']),
    persons: z.boolean(),
    /** How late a promised window may be missed at all. */
    lateLimitMin: z.int().min(0).max(600),
  }),
  prices: z.strictObject({
    drivingHour: price,
    drivingKm: price,
    overtimeHour: price,
    lateMinute: price,
    missedWindow: price,
    dayWaited: price,
    favouredMissed: price,
    coverVisit: price,
    personOut: price,
    /** Loose ends of priority 1 to 5. */
    looseEnd: z.tuple([price, price, price, price, price]),
  }),
});
export type PlaybookContent = z.infer<typeof playbookContent>;

/** Millionths of the currency. */
export const MICRO = 1_000_000;

function micros(perUnit: number, unitSize: number): number {
  return Math.round((perUnit * MICRO) / unitSize);
}

/** Prices per second, metre and piece, as the core counts. */
export function corePrices({ prices: p }: PlaybookContent): Prices {
  return {
    travelPerSec: micros(p.drivingHour, 3600),
    travelPerM: micros(p.drivingKm, 1000),
    overtimePerSec: micros(p.overtimeHour, 3600),
    latePerSec: micros(p.lateMinute, 60),
    missedWindow: micros(p.missedWindow, 1),
    dayWaited: micros(p.dayWaited, 1),
    favouredMissed: micros(p.favouredMissed, 1),
    coverVisit: micros(p.coverVisit, 1),
    personOut: micros(p.personOut, 1),
  };
}

export function coreRules({ rules }: PlaybookContent): RuleSettings {
  return { skills: rules.skills, territory: rules.territory, persons: rules.persons };
}

/** Price of leaving a visit of a priority loose, micros. */
export function looseEndPrice({ prices }: PlaybookContent, priority: number): number {
  return micros(prices.looseEnd[Math.min(5, Math.max(1, priority)) - 1]!, 1);
}
