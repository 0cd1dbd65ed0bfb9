import { z } from 'zod';
import { idText, isoDate, nameText, OBJECT_NAMES } from '../shared/fields';
import { defineObject } from '../shared/object';

/** A doubt that somebody put aside, with why and until when. */
export const doubtAside = defineObject({
  name: 'asides',
  title: 'reason',
  search: ['reason'],
  scope: 'company',
  schema: z.strictObject({
    doubt: z.string().min(1).max(200),
    reason: z.string().trim().min(1).max(200),
    /** The last day on which it is not shown. */
    untilDate: isoDate,
  }),
});

/** A list as somebody likes to see it: what is searched and filtered, by which columns. */
export const listView = defineObject({
  name: 'list-views',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    list: z.enum(OBJECT_NAMES),
    /** As it stands in the address. */
    query: z.string().max(1000).default(''),
    columns: z.array(idText).max(60).default([]),
  }),
});

/** What the columns of a kind of file mean here; an empty meaning is a column that is left out. */
export const columnMap = defineObject({
  name: 'column-maps',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    object: z.enum(OBJECT_NAMES),
    columns: z.record(z.string().min(1).max(120), z.string().max(60)).default({}),
  }),
});
