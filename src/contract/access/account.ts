import { z } from 'zod';

export const sessionView = z.strictObject({ since: z.string(), agent: z.string(), isThis: z.boolean() });
export type SessionView = z.infer<typeof sessionView>;

/** One's own password: the old one, and another. */
export const passwordChange = z
  .strictObject({ old: z.string().min(1).max(200), password: z.string().min(10).max(200) })
  .refine((p) => p.old !== p.password, { path: ['password'], params: { code: 'same-password' } });
