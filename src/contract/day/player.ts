import { z } from 'zod';
import { count } from '../shared/fields';

/** In whose name the field reports while the demo's day is played. */
export const PLAYER_ID = 'user-player';

export const PACES = [1, 10, 60, 600] as const;

/** What can be done with a played day: go on at some pace, pause, one report further, begin anew at 06:00, and end it. */
export const playerAsk = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('play'), pace: z.int().min(1).max(600) }),
  z.strictObject({ do: z.literal('pause') }),
  z.strictObject({ do: z.literal('step') }),
  z.strictObject({ do: z.literal('begin'), seed: count(1, 1_000_000), pace: z.int().min(0).max(600) }),
  z.strictObject({ do: z.literal('end') }),
]);
export type PlayerAsk = z.infer<typeof playerAsk>;

export const playerView = z.strictObject({
  seed: z.int(),
  /** 0 while it is paused. */
  pace: z.int(),
  isOn: z.boolean(),
});
export type PlayerView = z.infer<typeof playerView>;
