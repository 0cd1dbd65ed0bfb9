import { z } from 'zod';

const day = z.strictObject({
  /** Minutes worked, with time off taken out, and as planned before it. */
  worked: z.int(),
  planned: z.int(),
  what: z.enum(['works', 'off', 'part-off', 'changed', 'holiday', 'free']),
  reason: z.string(),
});

/** A team's four weeks: who works when, against what is asked for. */
export const fourWeeks = z.strictObject({
  dates: z.array(z.string()),
  people: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      territory: z.string(),
      territoryId: z.string().nullable(),
      hasHours: z.boolean(),
      isOpen: z.boolean(),
      mayChange: z.boolean(),
      days: z.array(day),
    }),
  ),
  /** Hours of work planned on each day or due on it and planned nowhere; and hours that people open to planning are there. */
  asked: z.array(z.number()),
  there: z.array(z.number()),
  holidays: z.array(z.strictObject({ date: z.string(), name: z.string(), territory: z.string() })),
  /** Days on which a clock is changed: by so many minutes. */
  clockChanges: z.array(z.strictObject({ date: z.string(), zone: z.string(), minutes: z.int() })),
});
export type FourWeeks = z.infer<typeof fourWeeks>;
