import { z } from 'zod';
import { idText } from '../../shared/fields';

/** Sites that are most likely the same place: of one name, or a few steps apart. */
export const likeSites = z.array(
  z.strictObject({
    id: z.string(),
    version: z.int(),
    name: z.string(),
    address: z.string(),
    distanceM: z.number().nullable(),
    orders: z.int(),
  }),
);
export type LikeSites = z.infer<typeof likeSites>;

export const joinRequest = z.strictObject({ dropId: idText, dropVersion: z.int().min(1) });
