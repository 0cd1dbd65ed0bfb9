import { randomBytes } from 'node:crypto';
import ical from 'ical-generator';
import { localDateOf } from '@/core/index';
import {
  readCalendarHolder,
  readCalendarVisits,
  writeCalendarLink,
} from '@/db/repositories/day/calendar-links';
import { hashToken } from '../../shared/hash-token';
import { addDays } from '../../shared/plans/plan-ahead';
import { Refusal } from '../../shared/refusal';
import type { SystemUnit, Unit } from '../../shared/unit';

const BACK_DAYS = 7;
const AHEAD_DAYS = 42;

/** Makes a technician an address under which their calendar can be subscribed to; the one before is none any more. */
export async function makeCalendarLink(unit: Unit, ownAddress: string): Promise<{ address: string }> {
  const technicianId = unit.user.technicianId ?? null;
  if (technicianId === null) throw new Refusal('not-found');
  const secret = randomBytes(24).toString('base64url');
  await writeCalendarLink(unit.transaction, {
    technicianId,
    secretHash: hashToken(secret),
    madeAt: new Date(unit.now * 1000),
  });
  return { address: `${ownAddress}/calendar/${secret}` };
}

/** The visits of whoever a secret belongs to, as iCalendar (RFC 5545), a week back and six ahead. */
export async function readOwnCalendar({ transaction, now }: SystemUnit, secret: string): Promise<string> {
  const holder = await readCalendarHolder(transaction, hashToken(secret));
  if (!holder) throw new Refusal('not-found');
  const today = localDateOf(now, 'UTC');
  const visits = await readCalendarVisits(transaction, {
    technicianId: holder.id,
    from: addDays(today, -BACK_DAYS),
    to: addDays(today, AHEAD_DAYS),
  });
  const calendar = ical({
    name: `Visits of ${holder.name}`,
    prodId: { company: 'Lime Knot', product: 'Visits', language: 'EN' },
  });
  for (const v of visits)
    calendar.createEvent({
      id: `${v.id}-${v.part}@lime-knot`,
      stamp: new Date(now * 1000),
      start: v.startsAt,
      end: v.endsAt,
      summary: `${v.label} ${v.what}`,
      location: {
        title: v.site,
        address: v.address,
        ...(v.lat !== null && v.lon !== null ? { geo: { lat: v.lat, lon: v.lon } } : {}),
      },
    });
  return calendar.toString();
}
