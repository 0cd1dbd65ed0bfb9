import { z } from 'zod';
import { count, maybeRef, minuteOfDay, minutes, minutesFrom, nameText } from '../shared/fields';
import { defineObject } from '../shared/object';

/**
 * Windows of arrival that are offered: for all work, or for a territory, a job kind or both. For a piece of work
 * the one that says most about it holds.
 */
export const offer = defineObject({
  name: 'offers',
  title: 'name',
  search: ['name'],
  scope: { field: 'territoryId' },
  schema: z
    .strictObject({
      name: nameText,
      territoryId: maybeRef('territories'),
      jobKindId: maybeRef('job-kinds'),
      /** So long a window is, and so far apart they begin. */
      widthMin: minutesFrom(15, 1440),
      gridMin: minutesFrom(15, 1440),
      /** The first begins and the last ends at these, minutes past midnight where the work is. */
      fromMin: minuteOfDay,
      toMin: minuteOfDay,
      /** No window begins sooner than this after somebody asked. */
      soonestMin: minutes(100_000).default(0),
      aheadDays: count(1, 365).default(14),
      /** Asked until then, a window of the same day is offered; none means never on the same day. */
      sameDayUntilMin: count(0, 1440).nullable().default(null),
      /** Whether what is planned may begin later for it, inside of what was promised. */
      mayPush: z.boolean().default(true),
    })
    .refine((o) => o.toMin >= o.fromMin + o.widthMin, {
      path: ['toMin'],
      params: { code: 'no-room-for-window' },
    }),
});
