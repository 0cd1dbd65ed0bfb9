import { z } from 'zod';
import { idText } from '../shared/fields';

/** What a customer types to book alone. The code stands on what they have: a serial number, or else the address of the site. */
export const bookingSearch = z.strictObject({
  kind: idText,
  code: z.string().trim().min(2).max(200),
  further: z.coerce.number().int().min(0).max(42).default(0),
});

export const bookingAsk = z.strictObject({
  kind: idText,
  code: z.string().trim().min(2).max(200),
  /** "start-end", seconds since 1970; of a request none is needed. */
  window: z
    .string()
    .regex(/^\d{9,11}-\d{9,11}$/)
    .nullable()
    .default(null),
  caller: z.string().trim().min(1).max(120),
  email: z.email().max(200),
  phone: z
    .string()
    .trim()
    .max(40)
    .regex(/^[+0-9 ()/.-]*$/)
    .default(''),
  note: z.string().trim().max(1000).default(''),
});

export interface PublicWindow {
  readonly date: string;
  readonly startAt: number;
  readonly endAt: number;
}

export interface PublicKind {
  readonly id: string;
  readonly name: string;
  readonly isAtOnce: boolean;
}

/** What whoever holds the secret of a booking is told. */
export interface PublicBooking {
  readonly work: string;
  readonly number: string;
  readonly zone: string;
  readonly state: 'asked' | 'promised' | 'cancelled';
  readonly isConfirmed: boolean;
  readonly startAt: number | null;
  readonly endAt: number | null;
  /** Stops of whoever comes that are before this one, on the day itself; null on other days. */
  readonly before: number | null;
  /** Who comes, where the company tells that. */
  readonly person: string | null;
  readonly mayChange: boolean;
}
