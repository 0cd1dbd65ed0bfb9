import { z } from 'zod';
import { isoDate, nameText, OBJECT_NAMES } from '../shared/fields';

/** A key for a program: what it may do in the name of whoever makes it, and until when. */
export const keyRequest = z.strictObject({
  name: nameText,
  mayChange: z.boolean().default(false),
  /** Kinds of objects that it reaches; none are all that its owner does. */
  objects: z.array(z.enum(OBJECT_NAMES)).max(OBJECT_NAMES.length).default([]),
  /** The last day on which it works. */
  endsOn: isoDate,
});

export const keyView = z.strictObject({
  id: z.string(),
  name: z.string(),
  owner: z.string(),
  isOwn: z.boolean(),
  mayChange: z.boolean(),
  objects: z.array(z.string()),
  endsOn: z.string(),
  isOver: z.boolean(),
  lastUsedAt: z.string().nullable(),
});
export type KeyView = z.infer<typeof keyView>;

/** A new key; the text of it is told this once and kept nowhere. */
export const keyMade = z.strictObject({ id: z.string(), text: z.string() });
