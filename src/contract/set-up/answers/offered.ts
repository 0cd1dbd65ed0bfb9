import { z } from 'zod';

/** Windows that an offer holds out, before anybody looks whether they can be kept. */
export const offeredAnswer = z.strictObject({
  windows: z.array(z.strictObject({ date: z.string(), startMin: z.int(), endMin: z.int() })),
});
export type OfferedAnswer = z.infer<typeof offeredAnswer>;
