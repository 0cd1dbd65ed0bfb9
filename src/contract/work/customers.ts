import { z } from 'zod';
import {
  count,
  distinct,
  freeText,
  isoDate,
  maybeDate,
  maybePrice,
  maybeRef,
  nameText,
  ref,
} from '../shared/fields';
import { defineObject } from '../shared/object';

export const emailText = z.union([z.literal(''), z.email().max(200)]).default('');
export const phoneText = z
  .string()
  .trim()
  .max(40)
  .regex(/^[+0-9 ()/.-]*$/)
  .default('');
export const languageText = z
  .string()
  .regex(/^[a-z]{2}$/)
  .default('en');

/** Who asks for work and pays for it. */
export const customer = defineObject({
  name: 'customers',
  title: 'name',
  search: ['name', 'phone', 'email'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    phone: phoneText,
    email: emailText,
    /** In which messages are written to them, two letters of ISO 639. */
    language: languageText,
    contacts: z
      .array(
        z.strictObject({
          id: z.string().optional(),
          name: nameText,
          role: z.string().trim().max(60).default(''),
          phone: phoneText,
          email: emailText,
        }),
      )
      .max(50)
      .default([]),
    notes: freeText(4000),
  }),
});

/** Something of a customer's that stands on a site and is worked on. */
export const asset = defineObject({
  name: 'assets',
  title: 'name',
  search: ['name', 'model', 'serial'],
  scope: { through: 'siteId', object: 'sites' },
  schema: z.strictObject({
    name: nameText,
    siteId: ref('sites'),
    model: z.string().trim().max(80).default(''),
    serial: z.string().trim().max(80).default(''),
    installedOn: maybeDate,
    /** Parts that it takes. */
    parts: z
      .array(z.strictObject({ partId: ref('parts') }))
      .max(200)
      .default([])
      .superRefine(distinct((p) => p.partId)),
    notes: freeText(2000),
  }),
});

const span = z.int().min(1).max(1_000_000).nullable().default(null).meta({ unit: 'min' });

/** What was agreed with a customer: which work, how soon, at what price, for how long. */
export const agreement = defineObject({
  name: 'agreements',
  title: 'name',
  search: ['name', 'notes'],
  scope: 'company',
  schema: z
    .strictObject({
      name: nameText,
      customerId: ref('customers'),
      /** None is for all of their sites. */
      siteId: maybeRef('sites'),
      /** None is for all kinds of work. */
      kinds: z
        .array(z.strictObject({ jobKindId: ref('job-kinds') }))
        .max(200)
        .default([])
        .superRefine(distinct((k) => k.jobKindId)),
      /** Somebody is there within this, and it is done within that, after it was asked for. */
      respondMin: span,
      finishMin: span,
      price: maybePrice,
      /** In place of that of the job kind. */
      priority: count(1, 5).nullable().default(null),
      validFrom: isoDate,
      validTo: maybeDate,
      notes: freeText(2000),
    })
    .refine((a) => a.validTo === null || a.validTo >= a.validFrom, {
      path: ['validTo'],
      params: { code: 'ends-before' },
    }),
});
