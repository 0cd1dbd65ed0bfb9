import { z } from 'zod';

const yes = z.enum(['0', '1']).default('0');

/** The only reader of the process environment. */
const schema = z.object({
  DATABASE_URL: z.url({ protocol: /^postgres(ql)?$/ }),
  /** A role that may change the schema; where it is not given, the one above is used. */
  DATABASE_OWNER_URL: z.url({ protocol: /^postgres(ql)?$/ }).optional(),
  LIME_DEMO: yes,
  LIME_NOW: z.iso.datetime({ offset: true }).optional(),
  LIME_SECURE_COOKIES: yes,
  /** Names under which the application is reached, by commas: "plan.example.org,localhost:3300". */
  LIME_HOSTS: z.string().optional(),
  /** How many proxies stand in front and are believed when they say who asks. */
  LIME_PROXIES: z.coerce.number().int().min(0).max(5).default(0),
  /** Where calendars may be read from beside this machine's own stand-in: origins by commas. */
  LIME_CALENDARS: z.string().default(''),
  LIME_LISTEN: z.string().default('127.0.0.1'),
  LIME_PORT: z.coerce.number().int().min(1).max(65_535).default(3300),
});

export interface Environment {
  readonly databaseUrl: string;
  readonly databaseOwnerUrl: string;
  /** Demo people may be picked on the sign-in page, in a database that the demo filled. */
  readonly isDemo: boolean;
  /** A fixed moment to show as now; null is the clock. */
  readonly fixedNow: string | null;
  readonly secureCookies: boolean;
  /** Empty means the address that is listened on, by number or as localhost. */
  readonly hosts: readonly string[];
  readonly proxies: number;
  readonly calendarOrigins: readonly string[];
  readonly listen: string;
  readonly port: number;
}

let known: Environment | null = null;

export function environment(): Environment {
  if (known) return known;
  const parsed = schema.safeParse(process.env);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    throw new Error(`Environment: ${String(issue?.path[0])}: ${issue?.message}`);
  }
  const { data } = parsed;
  known = {
    databaseUrl: data.DATABASE_URL,
    databaseOwnerUrl: data.DATABASE_OWNER_URL ?? data.DATABASE_URL,
    isDemo: data.LIME_DEMO === '1',
    fixedNow: data.LIME_NOW ?? null,
    secureCookies: data.LIME_SECURE_COOKIES === '1',
    hosts: (data.LIME_HOSTS ?? '')
      .split(',')
      .map((h) => h.trim().toLowerCase())
      .filter((h) => h !== ''),
    proxies: data.LIME_PROXIES,
    calendarOrigins: data.LIME_CALENDARS.split(',')
      .map((o) => o.trim())
      .filter((o) => URL.canParse(o))
      .map((o) => new URL(o).origin),
    listen: data.LIME_LISTEN,
    port: data.LIME_PORT,
  };
  return known;
}

/** How much is logged; read on its own, since logging comes before everything else. */
export function logLevel(): string {
  return z.enum(['silent', 'error', 'warn', 'info', 'debug']).catch('info').parse(process.env.LIME_LOG);
}
