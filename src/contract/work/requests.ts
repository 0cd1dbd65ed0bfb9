import { z } from 'zod';
import { count, freeText, isoInstant, maybeRef, nameText } from '../shared/fields';
import { defineObject } from '../shared/object';

/** What a customer says is wrong, and the work that it most likely is. */
export const problemKind = defineObject({
  name: 'problem-kinds',
  title: 'name',
  search: ['name', 'ask', 'advice'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    /** None where it is never work. */
    jobKindId: maybeRef('job-kinds'),
    /** What to ask on the phone. */
    ask: freeText(1000),
    /** What may solve it on the phone. */
    advice: freeText(1000),
  }),
});

export const REQUEST_STAGES = ['new', 'solved', 'ordered', 'closed'] as const;

/** A customer's problem, as it was told. */
export const request = defineObject({
  name: 'requests',
  title: 'said',
  search: ['said', 'caller', 'solution'],
  scope: { through: 'siteId', object: 'sites' },
  schema: z
    .strictObject({
      number: count(1, 2_000_000_000),
      /** None while nobody knows where it is. */
      siteId: maybeRef('sites'),
      customerId: maybeRef('customers'),
      assetId: maybeRef('assets'),
      problemKindId: maybeRef('problem-kinds'),
      channel: z.enum(['phone', 'mail', 'form']).default('phone'),
      caller: z.string().trim().max(120).default(''),
      callBack: z.string().trim().max(120).default(''),
      said: z.string().trim().min(1).max(2000),
      stage: z.enum(REQUEST_STAGES).default('new'),
      /** What was done about it without a visit. */
      solution: freeText(2000),
      receivedAt: isoInstant,
    })
    .refine((r) => r.stage !== 'solved' || r.solution.trim() !== '', {
      path: ['solution'],
      params: { code: 'needed-when-solved' },
    }),
});
