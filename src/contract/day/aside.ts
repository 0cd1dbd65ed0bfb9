import { z } from 'zod';
import { dayAsk } from './day-ask';

/** A need is put aside with a reason, or looked at again without one. */
export const asideAsk = dayAsk.extend({
  key: z.string().min(1).max(300),
  reason: z.string().trim().max(300).nullable(),
});
