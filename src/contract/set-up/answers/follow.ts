import { z } from 'zod';
import { distinct } from '../../shared/fields';

/** Fields of a job kind that each visit has of its own, from when it was made: all else follows anyway. */
export const FOLLOWING = ['durationMin', 'priority'] as const;
export type Following = (typeof FOLLOWING)[number];

/** Open visits of a kind that have what the kind says now: loose ones, and those that the live plan has. */
export const followersView = z.strictObject({
  durationMin: z.strictObject({ loose: z.int(), planned: z.int() }),
  priority: z.strictObject({ loose: z.int(), planned: z.int() }),
});
export type FollowersView = z.infer<typeof followersView>;

/** A kind as it is saved, and which of its visits follow. */
export const kindEnvelope = z.strictObject({
  version: z.int().min(1),
  value: z.unknown(),
  follow: z.array(z.enum(FOLLOWING)).superRefine(distinct((f) => f)),
  /** Whether those that the live plan has follow too. */
  planned: z.boolean(),
});
