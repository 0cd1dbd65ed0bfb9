import { randomUUID } from 'node:crypto';
import type { CallAsk } from '@/contract/work/call';
import type { HoldRow } from '@/db/repositories/work/holds';
import { newestOrderNumber } from '@/db/repositories/work/numbers';
import type { Command } from '../../shared/commands/command';
import { prepareChange, prepareNew, writePrepared } from '../../shared/objects/save-object';
import type { Unit } from '../../shared/unit';
import type { AskedWork } from './asked-work';

const DAY_SEC = 86_400;
const DAY_MIN = 1440;

const iso = (sec: number): string => new Date(sec * 1000).toISOString();

/** Makes the work order and its visit of what was asked for; with a window where one is promised. */
export async function createOrder(
  unit: Unit,
  command: Command,
  { work, ask, hold }: { readonly work: AskedWork; readonly ask: CallAsk; readonly hold: HoldRow | null },
): Promise<{ readonly workOrderId: string; readonly number: number }> {
  const { row, kind, agreement } = work;
  const number = (await newestOrderNumber(unit.transaction)) + 1;
  const workOrderId = randomUUID();
  const order = await prepareNew(unit, 'work-orders', {
    id: workOrderId,
    value: {
      number,
      siteId: row.siteId,
      jobKindId: kind.id,
      summary: row.summary,
      notes: [ask.notes, contactLine(ask)].filter((t) => t !== '').join('\n'),
      receivedAt: iso(unit.now),
      requestId: ask.requestId,
      assetId: ask.assetId,
      agreementId: agreement?.id ?? null,
    },
  });
  await writePrepared(unit, command, 'work-orders', order);
  const visit = await prepareNew(unit, 'visits', {
    id: row.id,
    value: {
      workOrderId,
      durationMin: row.durationMin,
      priority: row.priority,
      earliestAt: iso(unit.now),
      dueAt: iso(Math.max(row.dueAt, hold?.endAt ?? 0)),
      premisesId: row.premisesId,
      windows: hold ? [{ startsAt: iso(hold.startAt), endsAt: iso(hold.endAt) }] : [],
      wishes: row.wishes,
    },
  });
  await writePrepared(unit, command, 'visits', visit);
  await addFollowing(unit, command, { work, ask, workOrderId });
  if (ask.requestId !== null) await answerRequest(unit, command, ask.requestId);
  return { workOrderId, number };
}

/** The visits after the first: loose ends that wait for the one before them, each due as much later as it may begin later. */
async function addFollowing(
  unit: Unit,
  command: Command,
  {
    work,
    ask,
    workOrderId,
  }: { readonly work: AskedWork; readonly ask: CallAsk; readonly workOrderId: string },
): Promise<void> {
  const { row } = work;
  let afterVisitId = row.id;
  for (let n = 1; n <= ask.furtherVisits; n++) {
    const id = randomUUID();
    const visit = await prepareNew(unit, 'visits', {
      id,
      value: {
        workOrderId,
        part: n + 1,
        durationMin: row.durationMin,
        priority: row.priority,
        earliestAt: iso(unit.now),
        dueAt: iso(row.dueAt + n * Math.max(1, ask.daysBetween) * DAY_SEC),
        premisesId: row.premisesId,
        wishes: row.wishes,
        afterVisitId,
        afterGapMin: ask.daysBetween * DAY_MIN,
      },
    });
    await writePrepared(unit, command, 'visits', visit);
    afterVisitId = id;
  }
}

const contactLine = ({ caller, callBack }: CallAsk): string =>
  caller === '' && callBack === '' ? '' : `Asked for by ${[caller, callBack].filter(Boolean).join(', ')}.`;

/** A request that has become work is not open any more. */
async function answerRequest(unit: Unit, command: Command, requestId: string): Promise<void> {
  const prepared = await prepareChange(unit, 'requests', requestId, { stage: 'ordered' });
  await writePrepared(unit, command, 'requests', prepared);
}
