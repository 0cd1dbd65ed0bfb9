import { z } from 'zod';
import { count, idText, maybeRef, minutes, minutesFrom, nameText, zone } from '../shared/fields';
import { defineObject } from '../shared/object';

export const company = defineObject({
  name: 'company',
  title: 'name',
  search: ['name'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    /** What prices are counted in: a code of ISO 4217. */
    currency: z
      .string()
      .regex(/^[A-Z]{3}$/)
      .default('EUR'),
    distanceUnit: z.enum(['km', 'mi']).default('km'),
    /** 0 is Sunday. */
    weekStartsOn: count(0, 6).default(1),
    /** The zone that new territories, people and sites begin with. */
    homeZone: zone.default('UTC'),
    /** Where somebody was last seen is forgotten after so long; what was done, after so long. */
    keepPositionsDays: count(1, 3650).default(30),
    keepLogsDays: count(30, 3650).default(730),
    /** Runs move nothing that begins sooner than this after now. */
    holdMin: minutes(1440).default(30),
    /** The road network that is driven on; none are straight lines. */
    roadsId: maybeRef('roads'),
    /** Where no road network is: straight lines, longer by a factor, at one speed. */
    straightFactor: z.number().min(1).max(5).default(1.3),
    straightKmh: z.number().min(1).max(200).default(45),
    /** Whether customers may book alone, until how long before they may change it, and whether they are told who comes. */
    bookingOpen: z.boolean().default(false),
    bookingUntilMin: minutes(100_000).default(1440),
    bookingNames: z.boolean().default(false),
    /** A time is held so long for somebody who has not decided yet. */
    bookingHoldMin: minutesFrom(1, 60).default(5),
    /** Customers whose visit is planned outside of what they were promised are told once that has stood so long; none is never. */
    tellMovedMin: minutesFrom(1, 1440).nullable().default(15),
    /** Whether what follows an early finish is expected sooner than planned, inside of its windows. */
    pullForward: z.boolean().default(true),
    /** Somebody at work who was not heard of for so long is silent. */
    silentMin: minutesFrom(5, 1440).default(90),
    /** By whose prices the live plan is read; none means the first by name. */
    livePlaybookId: idText.nullable().default(null),
  }),
});
