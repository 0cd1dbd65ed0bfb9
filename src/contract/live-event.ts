import { z } from 'zod';
import { runView } from './runs/run';

/** What a browser is told while it is open. */
export const liveEvent = z.discriminatedUnion('kind', [
  /** Something that the user may see was changed; `own` by themselves, here or elsewhere. */
  z.strictObject({ kind: z.literal('changed'), objects: z.array(z.string()), own: z.boolean() }),
  z.strictObject({ kind: z.literal('run'), run: runView }),
]);
export type LiveEvent = z.infer<typeof liveEvent>;
