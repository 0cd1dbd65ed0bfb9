import { z } from 'zod';
import { isoDate, zone } from '../../shared/fields';

export const calendarDay = z.strictObject({
  date: z.string(),
  startMin: z.int(),
  endMin: z.int(),
  title: z.string(),
});
export const calendarDays = z.strictObject({ days: z.array(calendarDay) });
export type CalendarDays = z.infer<typeof calendarDays>;

/** How a file is to be read: by the clock of a zone, from a day on. */
export const calendarQuery = z.strictObject({ zone, from: isoDate });

/** How the last reading of each calendar went. */
export const calendarStates = z.strictObject({
  states: z.record(
    z.string(),
    z.strictObject({
      /** Null while it waits to be read. */
      readAt: z.string().nullable(),
      /** What went wrong; null where nothing did. */
      failure: z.string().nullable(),
      days: z.int(),
    }),
  ),
});
export type CalendarStates = z.infer<typeof calendarStates>;
