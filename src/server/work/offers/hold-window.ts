import { randomUUID } from 'node:crypto';
import { holdAsk, type WindowOffered, type WindowsAsk } from '@/contract/work/call';
import type { KeptOffer } from '@/core/index';
import { lockLivePlan } from '@/db/repositories/plan/plans';
import { readAll } from '@/db/repositories/shared/schedule';
import { dropHold, putHold, readHold, sweepHolds } from '@/db/repositories/work/holds';
import { wallSec } from '../../shared/clock';
import { personAndDate } from '../../shared/problem/make-shifts';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { chanceOf, keptOf, type Sought, seek, toldWindow } from './find-windows';

const SWEPT_AFTER_SEC = 3600;

/** Where a visit would be, as it is kept. */
function seatsOf({ ground, work }: Sought, { result }: KeptOffer) {
  const { originSec } = ground.kept.built;
  return result.timed.routes.flatMap((r) =>
    r.stops
      .filter((s) => s.visit.id === work.row.id)
      .map((s) => ({
        ...personAndDate(r.shift.id),
        startAt: s.startSec + originSec,
        endAt: s.finishSec + originSec,
        equipmentIds: [...s.equipmentIds],
      })),
  );
}

export interface Held {
  readonly holdId: string;
  readonly leftSec: number;
  readonly window: WindowOffered;
}

/**
 * Keeps a window for whoever asked, until they decide or it expires; what they kept before is let go. Two who want the last place at
 * once are told apart: the second finds it taken.
 */
export async function holdWindow(unit: Unit, raw: unknown, holder = `user ${unit.user.id}`): Promise<Held> {
  const { asked, startAt, endAt } = required(holdAsk, raw);
  // Of two who ask at once the second waits here, and then sees what the first keeps.
  await lockLivePlan(unit.transaction);
  await sweepHolds(unit.transaction, wallSec() - SWEPT_AFTER_SEC);
  const sought = await seek(unit, asked);
  const kept = keptOffer(unit, sought, asked, { startAt, endAt });
  const [company] = await readAll(unit.transaction, 'company');
  const leftSec = (company?.bookingHoldMin ?? 5) * 60;
  const holdId = randomUUID();
  const { row, isNew, territory } = sought.work;
  await putHold(unit.transaction, {
    id: holdId,
    holder,
    territoryId: territory.id,
    asked: { ...asked, holdId: null },
    visit: isNew ? { ...row, id: randomUUID() } : row,
    seats: isNew ? seatsOf(sought, kept) : [],
    startAt,
    endAt,
    expiresAt: wallSec() + leftSec,
  });
  const chance = chanceOf(sought, kept);
  return { holdId, leftSec, window: { ...toldWindow(sought, kept), chance } };
}

/** The cheapest way to keep one window of those held out; refuses where there is none any more. */
export function keptOffer(
  unit: Unit,
  sought: Sought,
  asked: Pick<WindowsAsk, 'personIds'>,
  { startAt, endAt }: { readonly startAt: number; readonly endAt: number },
): KeptOffer {
  const heldOut = sought.heldOut.filter((w) => w.startAt === startAt && w.endAt === endAt);
  if (heldOut.length === 0) throw new Refusal('conflict', { reason: 'not-held-out' });
  const [kept] = keptOf(unit, { ...sought, heldOut }, asked);
  if (!kept) throw new Refusal('conflict', { reason: 'window-gone' });
  return kept;
}

/** Lets go of a time that one kept. */
export async function letGo(unit: Unit, holdId: string, holder = `user ${unit.user.id}`): Promise<void> {
  const hold = await readHold(unit.transaction, holdId);
  if (!hold || hold.holder !== holder) throw new Refusal('not-found');
  await dropHold(unit.transaction, holdId);
}
