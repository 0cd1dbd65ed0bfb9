import { z } from 'zod';
import { count, idText, minutesFrom } from '../shared/fields';

/** A visit that was to be over and is not done. Instants are seconds since 1970. */
export const unfinished = z.strictObject({
  visitId: z.string(),
  part: z.int(),
  workOrderId: z.string(),
  label: z.string(),
  jobKind: z.string(),
  site: z.string(),
  person: z.string(),
  startAt: z.number(),
  zone: z.string(),
  reason: z.string(),
  /** Minutes that were planned, and that somebody worked on it. */
  plannedMin: z.int(),
  workedMin: z.int(),
});
export const unfinishedList = z.strictObject({ visits: z.array(unfinished), total: z.int() });

/**
 * How an unfinished visit goes on: another visit of the work order with the minutes that remain, and the old one keeps its history; or
 * the same one comes off the plan and waits for a new place.
 */
export const goOnAsk = z.strictObject({
  visitId: idText,
  part: count(1, 100).default(1),
  how: z.enum(['continue', 'move']),
  minutes: minutesFrom(5, 14_400),
});
export const wentOn = z.strictObject({ commandId: z.int().nullable(), visitId: z.string() });
