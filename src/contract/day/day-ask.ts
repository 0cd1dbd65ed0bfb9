import { z } from 'zod';
import { idText, isoDate } from '../shared/fields';

/** A day of some territories. */
export const dayAsk = z.strictObject({
  territoryIds: z.array(idText).min(1).max(100),
  date: isoDate,
});
