import { z } from 'zod';
import { count, distinct, idText, isoDate, maybeDate } from '../../shared/fields';

const held = z.strictObject({
  skillId: z.string(),
  level: z.int(),
  validFrom: z.string(),
  validTo: z.string().nullable(),
});

/** People and skills at a date, with what the next days ask for. */
export const matrixView = z.strictObject({
  date: z.string(),
  people: z.array(
    z.strictObject({
      id: z.string(),
      version: z.int(),
      name: z.string(),
      territories: z.array(z.string()),
      mayChange: z.boolean(),
      skills: z.array(held),
    }),
  ),
  skills: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      groupName: z.string(),
      expires: z.boolean(),
      /** Hours that visits of the next days ask for it, and hours that those work who hold it at the level most asked. */
      askedHours: z.number(),
      heldHours: z.number(),
      visits: z.int(),
      kinds: z.array(z.strictObject({ id: z.string(), name: z.string() })),
      /** The only one who holds it at the level that is asked for; null where there are more or none. */
      only: z.string().nullable(),
      topLevel: z.int(),
    }),
  ),
});
export type MatrixView = z.infer<typeof matrixView>;

/** Skills of people as they are to become, each person whole. */
export const matrixEdit = z.strictObject({
  people: z
    .array(
      z.strictObject({
        id: idText,
        version: z.int().min(1),
        skills: z
          .array(
            z.strictObject({ skillId: idText, level: count(1, 5), validFrom: isoDate, validTo: maybeDate }),
          )
          .max(200),
      }),
    )
    .min(1)
    .max(500)
    .superRefine(distinct((p) => p.id)),
});
