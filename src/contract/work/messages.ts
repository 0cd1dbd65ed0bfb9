import { z } from 'zod';
import { nameText } from '../shared/fields';
import { defineObject } from '../shared/object';
import { languageText } from './customers';

/** What customers are told about. */
export const MESSAGE_EVENTS = ['promised', 'moved', 'on-the-way', 'done', 'sorry', 'booked'] as const;
export type MessageEvent = (typeof MESSAGE_EVENTS)[number];

/** Words in braces of a template, and what stands for them. */
export const MESSAGE_WORDS = [
  'caller',
  'work',
  'site',
  'day',
  'from',
  'to',
  'number',
  'link',
  'company',
] as const;

const body = z
  .string()
  .trim()
  .min(1)
  .max(4000)
  .superRefine((text, context) => {
    for (const [, word] of text.matchAll(/\{([^{}]*)\}/g))
      if (!MESSAGE_WORDS.some((w) => w === word))
        context.addIssue({ code: 'custom', params: { code: 'no-such-word', word: word ?? '' } });
  });

export const messageTemplate = defineObject({
  name: 'message-templates',
  title: 'name',
  search: ['name', 'subject', 'body'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    event: z.enum(MESSAGE_EVENTS),
    channel: z.enum(['mail', 'text']).default('mail'),
    language: languageText,
    /** A text message has none. */
    subject: z.string().trim().max(200).default(''),
    body,
    active: z.boolean().default(true),
  }),
});

/** What other programs can be told about. */
export const HOOK_EVENTS = ['created', 'promised', 'moved', 'done', 'cancelled'] as const;
export type HookEvent = (typeof HOOK_EVENTS)[number];

/** Another program that is called when something happens to work. */
export const hook = defineObject({
  name: 'hooks',
  title: 'name',
  search: ['name', 'address'],
  scope: 'company',
  schema: z.strictObject({
    name: nameText,
    address: z.url({ protocol: /^https?$/ }).max(500),
    /** Each call is signed with it (HMAC-SHA-256). */
    secret: z.string().min(16).max(200),
    events: z.array(z.enum(HOOK_EVENTS)).min(1).max(HOOK_EVENTS.length),
    active: z.boolean().default(true),
  }),
});
