import type { z } from 'zod';
import { dayAsk } from '@/contract/day/day-ask';
import { goOnAsk, type unfinishedList, type wentOn } from '@/contract/day/unfinished';
import { readUnfinished, readUnfinishedVisit } from '@/db/repositories/day/unfinished';
import { nextPart } from '@/db/repositories/work/numbers';
import { requireRight, requireSight, seenBy } from '../shared/access';
import { runCommand } from '../shared/commands/command';
import { takeOff } from '../shared/hand/take-off';
import { readObject } from '../shared/objects/read-objects';
import { prepareChange, prepareNew, writePrepared } from '../shared/objects/save-object';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';

const MOST = 60;
const DAY_SEC = 86_400;

/** What was to be over before a day in some territories, and is not done. */
export async function listUnfinished(unit: Unit, raw: unknown): Promise<z.infer<typeof unfinishedList>> {
  const { territoryIds, date } = required(dayAsk, raw);
  requireSight(unit, 'day', territoryIds);
  return readUnfinished(unit.transaction, { territoryIds, date, limit: MOST });
}

/** An unfinished visit goes on: as another visit that has the minutes that remain, or off the plan to be placed anew. */
export async function goOn(unit: Unit, raw: unknown): Promise<z.infer<typeof wentOn>> {
  const { visitId, part, how, minutes } = required(goOnAsk, raw);
  requireRight(unit, 'change', 'day');
  const { transaction, now } = unit;
  const left = await readUnfinishedVisit(transaction, {
    visitId,
    part,
    territoryIds: [...seenBy(unit.user)],
  });
  if (!left) throw new Refusal('not-found');
  const visit = (await readObject(unit, 'visits', visitId)) as unknown as {
    workOrderId: string;
    priority: number;
    dueAt: string;
  };
  const dueAt = new Date(Math.max(Date.parse(visit.dueAt), (now + DAY_SEC) * 1000)).toISOString();
  const earliestAt = new Date(now * 1000).toISOString();
  const facts = { label: left.label, minutes, site: left.site };
  if (how === 'continue') {
    const { commandId, result } = await runCommand(unit, 'continue-visit', facts, async (command) => {
      const prepared = await prepareNew(unit, 'visits', {
        value: {
          workOrderId: visit.workOrderId,
          part: await nextPart(transaction, visit.workOrderId),
          durationMin: minutes,
          priority: visit.priority,
          earliestAt,
          dueAt,
          continuesId: visitId,
        },
      });
      await writePrepared(unit, command, 'visits', prepared);
      return prepared.after.id;
    });
    return { commandId, visitId: result };
  }
  const territoryId = await territoryOf(unit, visit.workOrderId);
  const { commandId } = await runCommand(unit, 'move-unfinished', facts, async (command) => {
    await takeOff(unit, command, { visitIds: [visitId], territoryId, zone: left.zone });
    const prepared = await prepareChange(unit, 'visits', visitId, {
      durationMin: minutes,
      dueAt,
      earliestAt,
    });
    await writePrepared(unit, command, 'visits', prepared);
  });
  return { commandId, visitId };
}

async function territoryOf(unit: Unit, workOrderId: string): Promise<string> {
  const order = (await readObject(unit, 'work-orders', workOrderId)) as unknown as { siteId: string };
  const site = (await readObject(unit, 'sites', order.siteId)) as unknown as { territoryId: string | null };
  if (site.territoryId === null) throw new Refusal('not-found');
  return site.territoryId;
}
