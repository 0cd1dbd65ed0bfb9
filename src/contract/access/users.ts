import { z } from 'zod';
import { distinct, maybeRef, nameText, ref } from '../shared/fields';
import { defineObject } from '../shared/object';
import { ROLES } from './permissions';

export const user = defineObject({
  name: 'users',
  title: 'name',
  search: ['name', 'email'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    email: z.email().max(200).toLowerCase(),
    role: z.enum(ROLES),
    active: z.boolean().default(true),
    /** Whether they may place visits against a rule, with a reason, where they may change the plan. */
    mayForce: z.boolean().default(true),
    /** Which of the technicians they are; none for the office. */
    technicianId: maybeRef('technicians'),
    territories: z
      .array(z.strictObject({ territoryId: ref('territories'), mayChange: z.boolean() }))
      .max(500)
      .default([])
      .superRefine(distinct((t) => t.territoryId)),
  }),
});

export const signInRequest = z.strictObject({
  email: z.string().trim().toLowerCase().min(3).max(200),
  password: z.string().min(1).max(200),
});
export const demoSignInRequest = z.strictObject({ userId: z.string().min(1).max(80) });
/** A first password, chosen through a link that works once. */
export const entryRequest = z.strictObject({
  token: z.string().min(20).max(200),
  password: z.string().min(10).max(200),
});
