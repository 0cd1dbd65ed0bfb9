import { z } from 'zod';

/** The only reader of the process environment. */
const schema = z.object({
  DATABASE_URL: z.url({ protocol: /^postgres(ql)?$/ }),
  LIME_DEMO: z.enum(['0', '1']).default('0'),
  LIME_NOW: z.iso.datetime({ offset: true }).optional(),
  LIME_SECURE_COOKIES: z.enum(['0', '1']).default('0'),
});

export interface Environment {
  readonly databaseUrl: string;
  /** Demo people may be picked on the sign-in page. */
  readonly isDemo: boolean;
  /** A fixed moment to show as now; null is the clock. */
  readonly fixedNow: string | null;
  readonly secureCookies: boolean;
}

let known: Environment | null = null;

export function environment(): Environment {
  if (known) return known;
  const parsed = schema.safeParse(process.env);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    throw new Error(`Environment: ${String(issue?.path[0])}: ${issue?.message}`);
  }
  known = {
    databaseUrl: parsed.data.DATABASE_URL,
    isDemo: parsed.data.LIME_DEMO === '1',
    fixedNow: parsed.data.LIME_NOW ?? null,
    secureCookies: parsed.data.LIME_SECURE_COOKIES === '1',
  };
  return known;
}
