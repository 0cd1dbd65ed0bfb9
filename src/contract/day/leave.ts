import { z } from 'zod';
import { idText, isoInstant } from '../shared/fields';

/** Time off that a technician asks for. */
export const leaveAsk = z
  .strictObject({
    startsAt: isoInstant,
    endsAt: isoInstant,
    reason: z.string().trim().max(300).default(''),
  })
  .refine((a) => Date.parse(a.endsAt) > Date.parse(a.startsAt), {
    path: ['endsAt'],
    params: { code: 'ends-before' },
  });

export const leaveAnswer = z.strictObject({
  id: idText,
  grant: z.boolean(),
  answer: z.string().trim().max(300).default(''),
});
