import { z } from 'zod';
import { idText, isoInstant } from '../shared/fields';

/** Something to think of at a moment, about a visit, a person, or nothing. */
export const reminderWrite = z
  .strictObject({
    note: z.string().trim().min(1).max(200),
    dueAt: isoInstant,
    visitId: idText.nullable().default(null),
    personId: idText.nullable().default(null),
  })
  .refine((r) => r.visitId === null || r.personId === null, {
    path: ['personId'],
    params: { code: 'one-of' },
  });
export const reminderSave = z.strictObject({
  version: z.int().min(1),
  value: reminderWrite,
  isDone: z.boolean(),
});

export const reminderRow = z.strictObject({
  id: z.string(),
  note: z.string(),
  dueAt: z.string(),
  visitId: z.string().nullable(),
  personId: z.string().nullable(),
  /** Who or what it is about, in words. */
  about: z.string().nullable(),
  isDone: z.boolean(),
  version: z.int(),
});
export type ReminderRow = z.infer<typeof reminderRow>;
