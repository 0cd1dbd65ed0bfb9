import { z } from 'zod';
import { isMadeApart, OBJECTS } from '../registry';
import {
  count,
  freeText,
  isoInstant,
  lat,
  lon,
  maybeRef,
  minutesFrom,
  OBJECT_NAMES,
  type ObjectName,
  ref,
} from '../shared/fields';

/** What can be brought in from a file: the objects, and work with its site, order and visit in one line. */
export const TARGETS = [
  ...OBJECT_NAMES.filter((n): n is Exclude<ObjectName, 'company' | 'roads'> => !isMadeApart(n)),
  'work',
] as const;
export type Target = Exclude<ObjectName, 'company' | 'roads'> | 'work';
export const target = z.enum(TARGETS as unknown as [Target, ...Target[]]);

/** A line of work: the site is known by its name, or made where it is new. */
export const workLine = z
  .strictObject({
    number: count(1, 2_000_000_000).nullable().default(null),
    /** Its number in the program that it comes from: what has it already is changed. */
    outsideNumber: z.string().trim().min(1).max(80).nullable().default(null),
    summary: z.string().trim().min(1).max(200),
    jobKind: ref('job-kinds'),
    site: z.string().trim().min(1).max(80),
    address: freeText(200),
    lat: lat.nullable().default(null),
    lon: lon.nullable().default(null),
    territory: maybeRef('territories'),
    durationMin: minutesFrom(1, 14_400).nullable().default(null),
    priority: count(1, 5).nullable().default(null),
    earliestAt: isoInstant.nullable().default(null),
    dueAt: isoInstant.nullable().default(null),
    windowStart: isoInstant.nullable().default(null),
    windowEnd: isoInstant.nullable().default(null),
    notes: freeText(4000),
  })
  .refine((w) => (w.windowStart === null) === (w.windowEnd === null), {
    path: ['windowEnd'],
    params: { code: 'both-or-none' },
  })
  .refine((w) => (w.lat === null) === (w.lon === null), { path: ['lon'], params: { code: 'both-or-none' } });
export type WorkLine = z.infer<typeof workLine>;

export function schemaOf(name: Target): z.ZodObject {
  return name === 'work' ? workLine : OBJECTS[name].schema;
}

/** The field that names it to people, and by which it is known where a file has no ids. */
export function titleFieldOf(name: Target): string {
  return name === 'work' ? 'summary' : OBJECTS[name].title;
}
