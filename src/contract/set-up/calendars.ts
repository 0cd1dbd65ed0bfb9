import { z } from 'zod';
import { maybeRef, nameText } from '../shared/fields';
import { defineObject } from '../shared/object';

/** Where a calendar is: an address, or a path of this machine's own stand-in. */
const address = z
  .string()
  .trim()
  .max(400)
  .refine((text) => /^\/[^/\\]/.test(text) || /^https?:\/\/[^/]/.test(text), {
    params: { code: 'calendar-address' },
  });

/** A calendar that is read again and again: the time off of somebody, or the holidays of a territory. */
export const calendar = defineObject({
  name: 'calendars',
  title: 'name',
  search: ['name', 'address'],
  scope: 'company',
  schema: z
    .strictObject({
      name: nameText,
      address,
      technicianId: maybeRef('technicians'),
      territoryId: maybeRef('territories'),
    })
    .refine((c) => (c.technicianId === null) !== (c.territoryId === null), {
      path: ['technicianId'],
      params: { code: 'one-of-two' },
    }),
});
