import { z } from 'zod';
import { idText, nameText, zone } from '../shared/fields';

/** How a list is cut down: every condition must hold. */
export const condition = z.strictObject({
  field: z.string().min(1).max(40),
  is: z.enum(['is', 'is-not', 'has', 'at-least', 'at-most', 'empty', 'not-empty']),
  value: z.string().max(200).default(''),
});
export type Condition = z.infer<typeof condition>;

/** A table of loose ends as somebody likes it. */
export const looseViewSettings = z.strictObject({
  conditions: z.array(condition).max(20).default([]),
  /** "age", or "-age" for the other way round. */
  sort: z.string().max(40).default('dueAt'),
  columns: z.array(z.string().max(40)).max(30).default([]),
  groupBy: z.string().max(40).nullable().default(null),
});

/** Who stands on a desk; what is empty does not cut down. All that is said must hold. */
export const peopleFilter = z.strictObject({
  skillIds: z.array(z.string().max(80)).max(50).default([]),
  /** Of every skill named, at least. */
  level: z.int().min(1).max(10).default(1),
  territoryIds: z.array(z.string().max(80)).max(200).default([]),
  groupIds: z.array(z.string().max(80)).max(50).default([]),
  kinds: z
    .array(z.enum(['person', 'crew', 'contractor']))
    .max(3)
    .default([]),
  personIds: z.array(z.string().max(80)).max(500).default([]),
});
export type PeopleFilter = z.infer<typeof peopleFilter>;

export const KNOT_SAYS = ['kind', 'number', 'site', 'window'] as const;
export const PERSON_COLUMNS = ['hours', 'driving', 'visits', 'overtime', 'late'] as const;
export const ROW_SIZES = ['small', 'usual', 'large'] as const;
export const DESK_COLOURS = ['slack', 'chance', 'territory', 'jobKind', 'priority'] as const;

/** An own arrangement of Plan. */
export const deskSettings = z.strictObject({
  /** None are all that somebody has. */
  territoryIds: z.array(idText).max(200).default([]),
  days: z.int().min(1).max(14).default(1),
  layout: z.enum(['cords', 'map', 'both', 'list']).default('cords'),
  colourBy: z.enum(DESK_COLOURS).default('slack'),
  says: z.enum(KNOT_SAYS).default('kind'),
  rows: z.enum(ROW_SIZES).default('usual'),
  columns: z.array(z.enum(PERSON_COLUMNS)).max(5).default([]),
  /** Hours shown, minutes of the day; null is what the day needs. */
  hours: z
    .strictObject({ from: z.int().min(0).max(1439), to: z.int().min(1).max(1440) })
    .refine((h) => h.to - h.from >= 60, { path: ['to'], params: { code: 'ends-before' } })
    .nullable()
    .default(null),
  /** Times are said in it; null is that of the company. */
  zone: zone.nullable().default(null),
  people: peopleFilter.prefault({}),
  looseViewId: idText.nullable().default(null),
  /** Whether what is searched for and filtered at hand stays with the desk. */
  keepsFilters: z.boolean().default(false),
});
export type DeskSettings = z.infer<typeof deskSettings>;

const common = {
  name: nameText,
  shared: z.enum(['private', 'some', 'all']).default('private'),
  userIds: z.array(idText).max(200).default([]),
};
export const arrangementWrite = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('desk'), ...common, settings: deskSettings }),
  z.strictObject({ kind: z.literal('loose-view'), ...common, settings: looseViewSettings }),
]);
export const arrangementSave = z.strictObject({ version: z.int().min(1), value: arrangementWrite });
export type ArrangementKind = z.infer<typeof arrangementWrite>['kind'];

const row = {
  id: z.string(),
  name: z.string(),
  owner: z.string(),
  isOwn: z.boolean(),
  shared: z.enum(['private', 'some', 'all']),
  userIds: z.array(z.string()),
  isDefault: z.boolean(),
  version: z.int(),
};
const deskRow = z.strictObject({ kind: z.literal('desk'), ...row, settings: deskSettings });
const looseViewRow = z.strictObject({
  kind: z.literal('loose-view'),
  ...row,
  settings: looseViewSettings,
});
/** What somebody has, with whom things can be shared. */
export const arrangementList = z.strictObject({
  desks: z.array(deskRow),
  looseViews: z.array(looseViewRow),
  colleagues: z.array(z.strictObject({ id: z.string(), name: z.string() })),
});
export type ArrangementList = z.infer<typeof arrangementList>;

export const arrangementChoice = z.strictObject({
  kind: z.enum(['desk', 'loose-view']),
  id: idText.nullable(),
});
