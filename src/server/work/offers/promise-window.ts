import { type PromiseAnswer, promiseAsk, type WindowsAsk, windowsAsk } from '@/contract/work/call';
import type { KeptOffer } from '@/core/index';
import { readLiveVisits } from '@/db/repositories/plan/live-parts';
import { raiseLiveRevision } from '@/db/repositories/plan/plans';
import type { VisitRow } from '@/db/repositories/shared/schedule';
import { dropHold, type HoldRow, readHold } from '@/db/repositories/work/holds';
import { wallSec } from '../../shared/clock';
import { type Command, runCommand } from '../../shared/commands/command';
import { writeHand } from '../../shared/hand/write-hand';
import { tellCustomer } from '../../shared/messages/tell-customer';
import { tellHooks } from '../../shared/messages/tell-hooks';
import { prepareChange, writePrepared } from '../../shared/objects/save-object';
import { visitOfId } from '../../shared/problem/links';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { createOrder } from './create-order';
import { type Sought, seek } from './find-windows';
import { keptOffer } from './hold-window';

const iso = (sec: number): string => new Date(sec * 1000).toISOString();

/** Writes a promised window into a visit that there is already. */
async function promiseKnown(unit: Unit, command: Command, visitId: string, hold: HoldRow): Promise<void> {
  const prepared = await prepareChange(unit, 'visits', visitId, (before) => ({
    windows: [{ startsAt: iso(hold.startAt), endsAt: iso(hold.endAt) }],
    earliestAt: iso(Math.min(Date.parse(String(before.earliestAt)) / 1000, hold.startAt)),
    dueAt: iso(Math.max(Date.parse(String(before.dueAt)) / 1000, hold.endAt)),
    tiedPersonId: null,
    tiedStartAt: null,
  }));
  await writePrepared(unit, command, 'visits', prepared);
}

/** Puts what was promised where it was found, and whatever begins later for it. */
async function place(unit: Unit, command: Command, { ground, work }: Sought, kept: KeptOffer): Promise<void> {
  const ids = [work.row.id, ...kept.result.pushed.map((p) => p.visitId)];
  const visitIds = [...new Set(ids.flatMap((id) => visitOfId(id)?.visitId ?? []))];
  await writeHand(
    unit,
    {
      ground,
      result: kept.result,
      visitIds,
      before: await readLiveVisits(unit.transaction, visitIds),
      held: new Set([work.row.id]),
      reason: null,
      isCancelled: false,
    },
    command,
  );
}

/** The same as was asked for when it was kept, with the work under the id that it was kept under. */
async function soughtAgain(unit: Unit, hold: HoldRow, asked: WindowsAsk): Promise<Sought> {
  const row = hold.visit as VisitRow;
  return seek(unit, { ...asked, holdId: hold.id }, asked.for === 'new' ? row.id : null);
}

export interface PromiseOptions {
  /** Whoever kept the time. */
  readonly holder?: string;
  /** The customer is written to otherwise. */
  readonly isQuiet?: boolean;
}

/**
 * Promises the window that was kept: the work order is made, or the visit changed, and put on somebody's cord, as one command. Judged
 * again as the plan is now: what cannot be kept any more is refused, and nothing is done.
 */
export async function promiseWindow(
  unit: Unit,
  raw: unknown,
  { holder = `user ${unit.user.id}`, isQuiet = false }: PromiseOptions = {},
): Promise<PromiseAnswer> {
  const { holdId, reason } = required(promiseAsk, raw);
  await raiseLiveRevision(unit.transaction);
  const hold = await readHold(unit.transaction, holdId);
  if (!hold || hold.holder !== holder) throw new Refusal('not-found');
  if (hold.expiresAt <= wallSec()) throw new Refusal('conflict', { reason: 'hold-over' });
  const asked = required(windowsAsk, hold.asked);
  const sought = await soughtAgain(unit, hold, asked);
  const kept = keptOffer(unit, sought, asked, hold);
  const { row, isNew } = sought.work;
  const facts = {
    site: row.site,
    startAt: hold.startAt,
    endAt: hold.endAt,
    price: kept.result.price - kept.result.change.unplanned.price,
    pushed: kept.result.pushed.length,
    zone: sought.work.territory.zone,
    ...(reason === '' ? {} : { reason }),
  };
  const { commandId, result } = await runCommand(
    unit,
    isNew ? 'promise' : 'rebook',
    facts,
    async (command) => {
      const made =
        asked.for === 'new'
          ? await createOrder(unit, command, { work: sought.work, ask: asked.ask, hold })
          : { workOrderId: row.workOrderId, number: row.number };
      if (asked.for === 'visit') await promiseKnown(unit, command, row.id, hold);
      await place(unit, command, sought, kept);
      return made;
    },
  );
  await dropHold(unit.transaction, holdId);
  if (!isQuiet) await tellCustomer(unit, isNew ? 'promised' : 'moved', result.workOrderId);
  if (isNew) await tellHooks(unit, 'created', result.workOrderId);
  await tellHooks(unit, isNew ? 'promised' : 'moved', result.workOrderId);
  return {
    workOrderId: result.workOrderId,
    visitId: row.id,
    label: `W-${result.number}`,
    commandId,
    startAt: hold.startAt,
    endAt: hold.endAt,
  };
}
