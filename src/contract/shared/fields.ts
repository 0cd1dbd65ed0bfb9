import { z } from 'zod';

/** What people edit. The names are path segments of the API; a table of the same name lies behind each. */
export const OBJECT_NAMES = [
  'company',
  'roads',
  'territories',
  'depots',
  'skills',
  'parts',
  'equipment-kinds',
  'equipment',
  'groups',
  'week-patterns',
  'job-kinds',
  'technicians',
  'crews',
  'sites',
  'work-orders',
  'visits',
  'offers',
  'calendars',
  'users',
  'asides',
  'closures',
  'list-views',
  'column-maps',
  'filters',
  'run-templates',
  'customers',
  'assets',
  'agreements',
  'problem-kinds',
  'requests',
  'maintenance-plans',
  'message-templates',
  'hooks',
] as const;
export type ObjectName = (typeof OBJECT_NAMES)[number];

/** What is said of a field beside its shape. */
export interface FieldFacts {
  /** The object whose id it holds. */
  readonly ref?: ObjectName | 'workers' | undefined;
  readonly unit?:
    | 'min'
    | 'km'
    | 'percent'
    | 'price'
    | 'price/h'
    | 'km/h'
    | 'min of day'
    | 'weeks'
    | undefined;
}

export function factsOf(schema: z.ZodType): FieldFacts {
  return (schema.meta() ?? {}) as FieldFacts;
}

const facts = <S extends z.ZodType>(schema: S, given: FieldFacts): S =>
  schema.meta(given as Record<string, unknown>) as S;

/** Ids are our own or brought along: no spaces, no slashes, nothing that a path or a log could misread. */
export const idText = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9._:-]{0,79}$/);
export const ref = (object: ObjectName | 'workers') => facts(idText, { ref: object });
export const maybeRef = (object: ObjectName | 'workers') =>
  facts(idText.nullable(), { ref: object }).default(null);

export const nameText = z.string().trim().min(1).max(80);
export const freeText = (most: number) => z.string().max(most).default('');
export const minutes = (most: number) => facts(z.int().min(0).max(most), { unit: 'min' });
export const maybeMinutes = (most: number) =>
  facts(z.int().min(0).max(most).nullable(), { unit: 'min' }).default(null);
/** A length of time that is at least something. */
export const minutesFrom = (least: number, most: number) =>
  facts(z.int().min(least).max(most), { unit: 'min' });
export const minuteOfDay = facts(z.int().min(0).max(2880), { unit: 'min of day' });
export const count = (least: number, most: number) => z.int().min(least).max(most);
export const maybeKm = facts(z.number().min(0).max(20_000).nullable(), { unit: 'km' }).default(null);
export const price = facts(z.number().min(0).max(1_000_000), { unit: 'price' });
export const maybePrice = facts(z.number().min(0).max(1_000_000).nullable(), { unit: 'price' }).default(null);
export const maybePricePerHour = facts(z.number().min(0).max(1_000_000).nullable(), {
  unit: 'price/h',
}).default(null);

/** The years that calendars here can be asked about. */
export const isoDate = z.iso.date().refine((d) => d >= '1990-01-01' && d <= '2199-12-31', {
  params: { code: 'date-range' },
});
export const maybeDate = isoDate.nullable().default(null);
export const isoInstant = z.iso.datetime({ offset: true }).refine((d) => d >= '1990' && d < '2200', {
  params: { code: 'date-range' },
});
export const maybeInstant = isoInstant.nullable().default(null);

export const lat = z.number().min(-90).max(90);
export const lon = z.number().min(-180).max(180);

function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return name.includes('/') || name === 'UTC';
  } catch {
    return false;
  }
}
/** An IANA time zone. */
export const zone = z.string().refine(isZone, { params: { code: 'zone' } });

/** Free facts about a person or about work, for rules that match them. */
export const attributes = z
  .record(
    z.string().min(1).max(40),
    z.union([z.string().max(200), z.number(), z.boolean(), z.array(z.string().max(200)).max(50)]),
  )
  .default({});

/** Not two of a list with one key; the second is what is marked. */
export function distinct<T>(keyOf: (item: T) => unknown) {
  return (list: readonly T[], context: { addIssue: (issue: never) => void }): void => {
    const seen = new Set<string>();
    for (const [ix, item] of list.entries()) {
      const text = JSON.stringify(keyOf(item));
      if (seen.has(text))
        context.addIssue({ code: 'custom', path: [ix], params: { code: 'twice' } } as never);
      seen.add(text);
    }
  };
}

/** Stretches of time that hold from a day to a day (both included); an open end is null. */
export interface Span {
  readonly validFrom: string;
  readonly validTo: string | null;
}

export function overlaps(a: Span, b: Span): boolean {
  return (a.validTo === null || a.validTo >= b.validFrom) && (b.validTo === null || b.validTo >= a.validFrom);
}
