import { z } from 'zod';

/** Bytes of a mail as it is passed on, attachments included. */
const MOST_RAW = 400_000;

/** A mail that comes in: as a mail service passes it on (RFC 5322), or written in the stand-in as a customer would. */
export const incomingAsk = z.union([
  z.strictObject({ raw: z.string().min(1).max(MOST_RAW) }),
  z.strictObject({
    from: z.email().max(254),
    name: z.string().trim().max(120).default(''),
    subject: z.string().trim().max(300).default(''),
    text: z.string().trim().min(1).max(20_000),
  }),
]);
export type IncomingAsk = z.infer<typeof incomingAsk>;

export const incomingMail = z.strictObject({
  id: z.string(),
  sender: z.string(),
  subject: z.string(),
  arrivedAt: z.string(),
  state: z.enum(['waiting', 'taken', 'failed']),
  failure: z.string().nullable(),
  request: z
    .strictObject({ id: z.string(), number: z.int(), stage: z.string(), site: z.string().nullable() })
    .nullable(),
});
export const incomingMails = z.array(incomingMail);
