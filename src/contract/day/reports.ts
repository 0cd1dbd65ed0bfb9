import { z } from 'zod';
import { FIELD_STEPS } from '@/core/index';
import { count, idText, isoInstant, lat, lon } from '../shared/fields';

/** What the field can say: steps of a visit, and what concerns the person alone. */
export const REPORT_KINDS = [...FIELD_STEPS, 'break-begins', 'break-ends', 'off', 'position'] as const;

const isOfVisit = (kind: string): boolean => (FIELD_STEPS as readonly string[]).includes(kind);

/** One thing that somebody reports. Its id is given where it is said: what is sent twice counts once. */
export const fieldReport = z
  .strictObject({
    id: z.uuid(),
    personId: idText,
    kind: z.enum(REPORT_KINDS),
    visitId: idText.nullable().default(null),
    part: count(1, 100).default(1),
    /** By the clock of whoever says it. */
    at: isoInstant,
    /** Of "more time". */
    minutes: count(5, 960).nullable().default(null),
    /** Of "could not be done". */
    reason: z.string().trim().max(300).default(''),
    lat: lat.nullable().default(null),
    lon: lon.nullable().default(null),
  })
  .superRefine((r, context) => {
    const wrong = (path: string, code: string): void =>
      context.addIssue({ code: 'custom', path: [path], params: { code } });
    if (isOfVisit(r.kind) !== (r.visitId !== null))
      wrong('visitId', r.visitId === null ? 'missing' : 'not-of-kind');
    if ((r.kind === 'more-time') !== (r.minutes !== null))
      wrong('minutes', r.minutes === null ? 'missing' : 'not-of-kind');
    if (r.kind === 'not-done' && r.reason === '') wrong('reason', 'missing');
    if ((r.lat === null) !== (r.lon === null)) wrong('lon', 'both-or-none');
    if (r.kind === 'position' && r.lat === null) wrong('lat', 'missing');
  });
export type FieldReport = z.infer<typeof fieldReport>;

export const reportsAsk = z.strictObject({ reports: z.array(fieldReport).min(1).max(200) });

/** Why a report does not count. */
export const REFUSALS = [
  'not-planned',
  'said-already',
  'already',
  'not-after',
  'still-there',
  'on-break',
  'not-on-break',
  'gone',
] as const;
export type ReportRefusal = (typeof REFUSALS)[number];

export const reportsAnswer = z.strictObject({
  outcomes: z.array(z.strictObject({ id: z.string(), refused: z.enum(REFUSALS).nullable() })),
});
export type ReportsAnswer = z.infer<typeof reportsAnswer>;
