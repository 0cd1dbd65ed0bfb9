import { z } from 'zod';
import { price } from '../shared/fields';

/** Prices that a piece of work can have of its own, per unit as people say it. */
export const OWN_PRICES = [
  'lateMinute',
  'missedWindow',
  'dayWaited',
  'favouredMissed',
  'coverVisit',
  'loanVisit',
  'avoidedUsed',
  'levelToSpare',
  'changed',
  'moved',
  'marginMinute',
  'siteTrip',
  'looseEnd',
] as const;
export type OwnPrice = (typeof OWN_PRICES)[number];

/** In place of the playbook's: for one job kind, work order or visit. */
export const ownPrices = z.partialRecord(z.enum(OWN_PRICES), price).default({});
export type OwnPrices = z.infer<typeof ownPrices>;
