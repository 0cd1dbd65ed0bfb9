import { z } from 'zod';

/** What was found by number, name or place, and where it opens. */
export const foundThing = z.strictObject({
  kind: z.enum(['visit', 'person', 'site']),
  id: z.string(),
  title: z.string(),
  detail: z.string(),
  /** Of a visit, and of a person's own territory: where on the plan to look. */
  territoryId: z.string().nullable(),
  /** Of a planned visit: the day it is on. */
  date: z.string().nullable(),
});
export type Found = z.infer<typeof foundThing>;
export const found = z.array(foundThing);

export const LEAST_SEARCHED = 2;
export const MOST_SEARCHED = 80;
