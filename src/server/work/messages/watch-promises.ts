import { readMany } from '@/db/repositories/shared/schedule';
import {
  dropMoved,
  lockMovedPromises,
  type MovedPromise,
  noteMoved,
  readMovedPromises,
} from '@/db/repositories/work/moved-promises';
import { wallSec } from '../../shared/clock';
import { tellCustomer } from '../../shared/messages/tell-customer';
import { tellHooks } from '../../shared/messages/tell-hooks';
import type { SystemUnit } from '../../shared/unit';

const QUARTER_SEC = 900;

const date = (sec: number): Date => new Date(sec * 1000);

/** What somebody is told of a visit that is planned outside of what was promised: as wide as the promise, from the quarter of an hour before. */
export function windowAround({ startAt, widthSec }: Pick<MovedPromise, 'startAt' | 'widthSec'>): {
  readonly startAt: number;
  readonly endAt: number;
} {
  const from = startAt - (startAt % QUARTER_SEC);
  return { startAt: from, endAt: from + Math.max(QUARTER_SEC, widthSec) };
}

/**
 * Tells customers whose visit is planned outside of what they were promised, whoever moved it: a run, a draft or somebody's hand. Only
 * what has stood for as long as the company says is told, so that a plan that is worked on writes to nobody. Whoever was told and is
 * back inside of the promise is told that too.
 */
export async function watchPromises(unit: SystemUnit): Promise<number> {
  const { transaction, now } = unit;
  const [company] = await readMany(transaction, 'company', ['company']);
  const waitSec = company?.tellMovedMin == null ? null : company.tellMovedMin * 60;
  if (waitSec === null || !(await lockMovedPromises(transaction))) return 0;
  const wall = wallSec();
  let told = 0;
  for (const moved of await readMovedPromises(transaction, now)) {
    const { visitId, workOrderId, startAt } = moved;
    if (moved.isKept) {
      await dropMoved(transaction, visitId);
      if (moved.toldAt === null) continue;
      await tellCustomer(unit, 'moved', workOrderId);
    } else {
      const isSame = moved.seenAt !== null && moved.seenStartAt === startAt;
      const seenAt = isSame ? moved.seenAt! : wall;
      if (!isSame) await noteMoved(transaction, { visitId, startsAt: date(startAt), seenAt: date(wall) });
      if ((isSame && moved.toldAt !== null) || wall - seenAt < waitSec) continue;
      await noteMoved(transaction, {
        visitId,
        startsAt: date(startAt),
        seenAt: date(seenAt),
        toldAt: date(wall),
      });
      await tellCustomer(unit, 'moved', workOrderId, { times: windowAround(moved) });
    }
    await tellHooks(unit, 'moved', workOrderId);
    told++;
  }
  return told;
}
