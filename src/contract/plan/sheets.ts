import { z } from 'zod';

/** What a day sheet says of a visit beside what the plan page draws. */
export const sheetVisits = z.array(
  z.strictObject({
    id: z.string(),
    address: z.string(),
    summary: z.string(),
    notes: z.string(),
    skills: z.array(z.string()),
    parts: z.array(z.string()),
  }),
);
export type SheetVisit = z.infer<typeof sheetVisits>[number];
