import { z } from 'zod';
import { idText, nameText, ref, zone } from '../shared/fields';
import { defineObject } from '../shared/object';
import { howToRun } from './ask';

/** When a run is started by itself: on weekdays (1 is Monday), so many minutes past midnight, in a zone. */
export const timetable = z.strictObject({
  zone,
  weekdays: z.array(z.int().min(1).max(7)).min(1).max(7),
  minute: z.int().min(0).max(1439),
  on: z.boolean().default(true),
});
export type Timetable = z.infer<typeof timetable>;

/** A run as it is asked again and again: its days count from the day on which it is started. */
export const templateAsk = z.strictObject({
  territoryIds: z.array(ref('territories')).min(1).max(200),
  firstIn: z.int().min(0).max(60),
  days: z.int().min(1).max(31),
  ...howToRun,
  playbookIds: z.array(idText).min(1).max(6),
});
export type TemplateAsk = z.infer<typeof templateAsk>;

export const runTemplate = defineObject({
  name: 'run-templates',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    asked: templateAsk,
    timetable: timetable.nullable().default(null),
  }),
});

/** When templates start next, and what became of the last time. */
export const templateStates = z.array(
  z.strictObject({
    id: z.string(),
    nextAt: z.string().nullable(),
    last: z
      .strictObject({
        dueAt: z.string(),
        runIds: z.array(z.string()),
        failure: z.object({ code: z.string(), facts: z.record(z.string(), z.unknown()) }).nullable(),
        failed: z.int(),
      })
      .nullable(),
  }),
);
