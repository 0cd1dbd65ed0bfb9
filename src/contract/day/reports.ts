import { z } from 'zod';
import { FIELD_STEPS } from '@/core/index';
import { count, idText, isoDate, isoInstant, lat, lon } from '../shared/fields';

/** What the field can say: steps of a visit, what comes back from it, and what concerns the person alone. */
export const REPORT_KINDS = [
  ...FIELD_STEPS,
  'papers',
  'photo',
  'break-begins',
  'break-ends',
  'off',
  'out',
  'back',
  'seen',
  'position',
] as const;
const OF_VISITS: readonly string[] = [...FIELD_STEPS, 'papers', 'photo'];
const WITH_MINUTES: readonly string[] = ['more-time', 'late'];
const WITH_REASON: readonly string[] = ['not-done', 'out'];

/** Longest photo, in characters of base64: about 250 kB. */
const MOST_PHOTO = 350_000;
const MOST_SIGNATURE = 20_000;

/** What was done at a visit: ticked tasks, parts used, minutes on site, a note, and a signature as the path of its line. */
export const visitPapers = z.strictObject({
  tasks: z.array(z.string().max(200)).max(100),
  parts: z.array(z.strictObject({ name: z.string().trim().min(1).max(120), count: count(1, 999) })).max(50),
  minutes: count(0, 1440).nullable(),
  /** Of a crew, where it is not the same for all: who was there for how long. */
  crewMinutes: z
    .array(z.strictObject({ personId: idText, minutes: count(0, 1440) }))
    .max(20)
    .default([]),
  note: z.string().max(2000),
  signedBy: z.string().trim().max(120),
  signature: z
    .string()
    .max(MOST_SIGNATURE)
    .regex(/^[ML0-9 .-]*$/),
});
export type VisitPapers = z.infer<typeof visitPapers>;

const photo = z.strictObject({
  kind: z.enum(['image/jpeg', 'image/png']),
  image: z.base64().min(1).max(MOST_PHOTO),
});
const seenStops = z
  .array(z.strictObject({ visitId: idText, part: count(1, 100), startAt: z.int() }))
  .max(200);

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
    /** Of "more time" and "running late". */
    minutes: count(5, 960).nullable().default(null),
    /** Of "could not be done" and "out". */
    reason: z.string().trim().max(300).default(''),
    lat: lat.nullable().default(null),
    lon: lon.nullable().default(null),
    papers: visitPapers.nullable().default(null),
    photo: photo.nullable().default(null),
    /** Of "seen": the day as it was on the screen. */
    stops: seenStops.nullable().default(null),
    date: isoDate.nullable().default(null),
  })
  .superRefine((r, context) => {
    const wrong = (path: string, code: string): void =>
      context.addIssue({ code: 'custom', path: [path], params: { code } });
    if (OF_VISITS.includes(r.kind) !== (r.visitId !== null))
      wrong('visitId', r.visitId === null ? 'missing' : 'not-of-kind');
    if (WITH_MINUTES.includes(r.kind) !== (r.minutes !== null))
      wrong('minutes', r.minutes === null ? 'missing' : 'not-of-kind');
    if (WITH_REASON.includes(r.kind) && r.reason === '') wrong('reason', 'missing');
    for (const [path, kind, value] of [
      ['papers', 'papers', r.papers],
      ['photo', 'photo', r.photo],
      ['stops', 'seen', r.stops],
    ] as const)
      if ((r.kind === kind) !== (value !== null)) wrong(path, value === null ? 'missing' : 'not-of-kind');
    if (r.date !== null && r.kind !== 'seen') wrong('date', 'not-of-kind');
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
  'too-many',
] as const;
export type ReportRefusal = (typeof REFUSALS)[number];

export const reportsAnswer = z.strictObject({
  outcomes: z.array(z.strictObject({ id: z.string(), refused: z.enum(REFUSALS).nullable() })),
});
export type ReportsAnswer = z.infer<typeof reportsAnswer>;
