import { createHash, randomBytes, randomUUID } from 'node:crypto';
import {
  bookingAsk,
  bookingSearch,
  type PublicBooking,
  type PublicKind,
  type PublicWindow,
} from '@/contract/work/booking';
import { callAsk, type WindowsAsk } from '@/contract/work/call';
import { localDateOf } from '@/core/index';
import { readAll } from '@/db/repositories/shared/schedule';
import {
  addBooking,
  type BookingRow,
  findSiteByCode,
  readBooking,
  readSerials,
  readStanding,
  updateBooking,
} from '@/db/repositories/work/bookings';
import { type OrderView, readOrderView } from '@/db/repositories/work/order-view';
import { hashToken } from '../../shared/hash-token';
import { tellCustomer } from '../../shared/messages/tell-customer';
import { Refusal, required } from '../../shared/refusal';
import type { SystemUnit, Unit } from '../../shared/unit';
import { cancelOrder } from '../change-order';
import { findWindows } from '../offers/find-windows';
import { holdWindow } from '../offers/hold-window';
import { promiseWindow } from '../offers/promise-window';
import { takeRequest } from '../requests';
import { asCustomers } from './as-customers';

/** What customers may book alone, by the names that are meant for them. */
export async function kindsOnOffer(unit: SystemUnit): Promise<{ company: string; kinds: PublicKind[] }> {
  const customers = await asCustomers(unit);
  const [company] = await readAll(customers.transaction, 'company');
  const kinds = (await readAll(customers.transaction, 'job-kinds')).filter((k) => k.bookable !== 'no');
  return {
    company: company?.name ?? '',
    kinds: kinds.map((k) => ({
      id: k.id,
      name: k.publicName === '' ? k.name : k.publicName,
      isAtOnce: k.bookable === 'at-once',
    })),
  };
}

async function askedBy(
  unit: Unit,
  { kind, code }: { kind: string; code: string },
): Promise<WindowsAsk | null> {
  const { kinds } = await kindsOnOffer(unit);
  const site = await findSiteByCode(unit.transaction, code);
  if (!site || !kinds.some((k) => k.id === kind)) return null;
  return {
    for: 'new',
    holdId: null,
    furtherDays: 0,
    personIds: [],
    ask: callAsk.parse({ siteId: site.siteId, jobKindId: kind, assetId: site.assetId }),
  };
}

/** Windows as customers see them: when, and nothing of who, where from, or at what price. */
async function publicWindows(
  unit: Unit,
  asked: WindowsAsk,
): Promise<{ zone: string; windows: PublicWindow[] }> {
  const { zone, windows } = await findWindows(unit, asked);
  return { zone, windows: windows.map(({ date, startAt, endAt }) => ({ date, startAt, endAt })) };
}

/** Some asset's place for a code that means none, the same each time: looking there takes as long as where something is known. */
async function someOther(unit: Unit, code: string): Promise<WindowsAsk | null> {
  const serials = await readSerials(unit.transaction);
  const { kinds } = await kindsOnOffer(unit);
  const kind = kinds.find((k) => k.isAtOnce);
  const serial =
    serials[createHash('sha256').update(code).digest().readUInt32BE(0) % Math.max(1, serials.length)];
  return kind && serial ? askedBy(unit, { kind: kind.id, code: serial }) : null;
}

/**
 * The windows on offer for a kind of work at what a code means. A code that means nothing, and one for which nothing is on offer, are
 * answered alike: no windows, after as much work.
 */
export async function windowsOnOffer(
  unit: SystemUnit,
  raw: unknown,
): Promise<{ zone: string; windows: PublicWindow[] }> {
  const customers = await asCustomers(unit);
  const none = { zone: 'UTC', windows: [] };
  const checked = bookingSearch.safeParse(raw);
  if (!checked.success) return none;
  const { further, ...search } = checked.data;
  const known = await askedBy(customers, search);
  const asked = known ?? (await someOther(customers, search.code));
  if (!asked) return none;
  const found = await publicWindows(customers, { ...asked, furtherDays: further }).catch((cause: unknown) => {
    if (cause instanceof Refusal) return none;
    throw cause;
  });
  return known ? found : none;
}

const nothing = (): Refusal => new Refusal('conflict', { reason: 'window-gone' });

/** Books a window for a customer, or takes in what they ask for; gives the secret by which they come back to it, null of a request. */
export async function bookAlone(
  unit: SystemUnit,
  raw: unknown,
  ownAddress: string,
): Promise<{ secret: string | null }> {
  const customers = await asCustomers(unit);
  const ask = required(bookingAsk, raw);
  const asked = await askedBy(customers, ask);
  if (asked?.for !== 'new') throw nothing();
  const { kinds } = await kindsOnOffer(unit);
  const kind = kinds.find((k) => k.id === ask.kind)!;
  const callBack = [ask.phone, ask.email].filter(Boolean).join(', ');
  if (!kind.isAtOnce) {
    await takeRequest(customers, {
      siteId: asked.ask.siteId,
      assetId: asked.ask.assetId,
      channel: 'form',
      caller: ask.caller,
      callBack: callBack.slice(0, 120),
      said: `${kind.name}. ${ask.note}`.trim(),
    });
    return { secret: null };
  }
  const [startAt = 0, endAt = 0] = (ask.window ?? '').split('-').map(Number);
  const holder = `booking ${randomUUID()}`;
  const full: WindowsAsk = {
    ...asked,
    ask: { ...asked.ask, notes: ask.note, caller: ask.caller, callBack: callBack.slice(0, 120) },
    furtherDays: 42,
  };
  const { holdId } = await holdWindow(customers, { asked: full, startAt, endAt }, holder);
  const { workOrderId } = await promiseWindow(customers, { holdId }, { holder, isQuiet: true });
  const secret = randomBytes(24).toString('base64url');
  await addBooking(customers.transaction, {
    id: randomUUID(),
    secretHash: hashToken(secret),
    workOrderId,
    caller: ask.caller,
    email: ask.email,
    phone: ask.phone,
    state: 'promised',
    madeAt: new Date(unit.now * 1000),
  });
  await tellCustomer(customers, 'booked', workOrderId, { link: `${ownAddress}/book/${secret}` });
  return { secret };
}

interface Opened {
  readonly unit: Unit;
  readonly booking: BookingRow;
  readonly order: OrderView;
  readonly mayChange: boolean;
}

async function open(system: SystemUnit, secret: string): Promise<Opened> {
  const unit = await asCustomers(system);
  const booking = await readBooking(unit.transaction, hashToken(secret));
  const order = booking && (await readOrderView(unit.transaction, booking.workOrderId));
  if (!booking || !order) throw new Refusal('not-found');
  const [company] = await readAll(unit.transaction, 'company');
  const untilSec = (company?.bookingUntilMin ?? 0) * 60;
  const mayChange =
    order.stage === 'open' && order.visitId !== null && (order.startAt ?? 0) - untilSec > unit.now;
  return { unit, booking, order, mayChange };
}

/** A booking as its holder sees it. */
export async function readPublicBooking(system: SystemUnit, secret: string): Promise<PublicBooking> {
  const { unit, booking, order, mayChange } = await open(system, secret);
  const [company] = await readAll(unit.transaction, 'company');
  const standing =
    order.visitId === null ? null : await readStanding(unit.transaction, order.visitId, unit.now);
  const isToday = standing?.date === localDateOf(unit.now, order.zone);
  return {
    work: order.publicName,
    number: `W-${order.number}`,
    zone: order.zone,
    state: order.stage === 'cancelled' ? 'cancelled' : booking.state,
    isConfirmed: booking.confirmedAt !== null,
    startAt: order.startAt,
    endAt: order.endAt,
    before: isToday ? (standing?.before ?? null) : null,
    person: company?.bookingNames ? (standing?.person ?? null) : null,
    mayChange,
  };
}

export async function confirmBooking(system: SystemUnit, secret: string): Promise<void> {
  const { unit, booking } = await open(system, secret);
  await updateBooking(unit.transaction, booking.id, { confirmedAt: new Date(unit.now * 1000) });
}

export async function cancelBooking(system: SystemUnit, secret: string): Promise<void> {
  const { unit, booking, order, mayChange } = await open(system, secret);
  if (!mayChange) throw new Refusal('conflict', { reason: 'too-late' });
  await cancelOrder(unit, order.id, { reason: 'Cancelled by the customer', tell: true });
  await updateBooking(unit.transaction, booking.id, { state: 'cancelled' });
}

const other = (visitId: string): WindowsAsk => ({
  for: 'visit',
  visitId,
  holdId: null,
  furtherDays: 0,
  personIds: [],
});

/** Other windows for what is booked; none where it is too late. */
export async function otherWindows(
  system: SystemUnit,
  secret: string,
): Promise<{ zone: string; windows: PublicWindow[] }> {
  const { unit, order, mayChange } = await open(system, secret);
  if (!mayChange || order.visitId === null) return { zone: order.zone, windows: [] };
  return publicWindows(unit, other(order.visitId));
}

/** Moves what is booked to another window; the old one is kept until the new one is promised. */
export async function changeBooking(system: SystemUnit, secret: string, window: string): Promise<void> {
  const { unit, order, mayChange } = await open(system, secret);
  if (!mayChange || order.visitId === null) throw new Refusal('conflict', { reason: 'too-late' });
  if (!/^\d{9,11}-\d{9,11}$/.test(window)) throw nothing();
  const [startAt = 0, endAt = 0] = window.split('-').map(Number);
  const holder = `booking ${randomUUID()}`;
  const { holdId } = await holdWindow(unit, { asked: other(order.visitId), startAt, endAt }, holder);
  await promiseWindow(unit, { holdId, reason: 'Changed by the customer' }, { holder, isQuiet: false });
}
