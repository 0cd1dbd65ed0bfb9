import { z } from 'zod';
import { extentSchema } from '../runs/run';
import { idText, isoDate } from '../shared/fields';

/** How much of a draft becomes the live plan, and what about work that moved meanwhile. */
const ids = z.array(idText).min(1).max(500);
export const take = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('all') }),
  z.strictObject({ by: z.literal('territory'), ids }),
  z.strictObject({ by: z.literal('day'), dates: z.array(isoDate).min(1).max(31) }),
  z.strictObject({ by: z.literal('person'), ids }),
  z.strictObject({ by: z.literal('visit'), ids: z.array(idText).min(1).max(5000) }),
]);
export type Take = z.infer<typeof take>;

export const acceptRequest = z.strictObject({
  take: take.default({ by: 'all' }),
  /** Of work that moved in the live plan since: what becomes of it. */
  conflicts: z.record(z.string(), z.enum(['live', 'draft', 'loose'])).default({}),
});
export type AcceptRequest = z.infer<typeof acceptRequest>;

const seat = z.strictObject({ person: z.string(), date: z.string(), startAt: z.number() });
const moved = z.strictObject({
  visitId: z.string(),
  label: z.string(),
  what: z.string(),
  from: z.array(seat),
  to: z.array(seat),
});
export type MovedVisit = z.infer<typeof moved>;

/** The live plan as it was before each acceptance. */
export const acceptances = z.array(
  z.strictObject({
    commandId: z.int(),
    at: z.string(),
    by: z.string().nullable(),
    draft: z.string(),
    part: z.string().nullable(),
    isUndone: z.boolean(),
    extent: extentSchema,
  }),
);

/** What an acceptance would do, before it is done. */
export const acceptPreview = z.strictObject({
  moved: z.array(moved),
  /** Of them, those that come along because they hang together with what was chosen. */
  along: z.array(z.string()),
  /** Visits that were not chosen and begin at another time, since their day becomes another. */
  retimed: z.array(moved),
  /** Visits out of sight that change as well. */
  others: z.int(),
  /** Whose days change, and so who is told. */
  told: z.array(z.strictObject({ personId: z.string(), person: z.string(), dates: z.array(z.string()) })),
  conflicts: z.array(moved.extend({ isOwn: z.boolean() })),
  broken: z.array(
    z.strictObject({
      rule: z.string(),
      visit: z.string().nullable(),
      person: z.string().nullable(),
      date: z.string().nullable(),
    }),
  ),
  /** What the live plan costs over the draft's extent, by its playbook, micros. */
  priceBefore: z.number(),
  priceAfter: z.number(),
  /** What of the draft is left to accept. */
  left: z.int(),
});
export type AcceptPreview = z.infer<typeof acceptPreview>;
