import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { kindsOfProblem, newestRequestNumber } from '@/db/repositories/work/requests';
import { requireRight } from '../shared/access';
import { runCommand } from '../shared/commands/command';
import { readObject } from '../shared/objects/read-objects';
import { prepareChange, prepareNew, writePrepared } from '../shared/objects/save-object';
import { required } from '../shared/refusal';
import type { Unit } from '../shared/unit';

/** What a request says; prepareNew judges it as a whole. */
const taken = z.record(z.string(), z.unknown());

/** Takes in a request: its number and the moment are ours. */
export async function takeRequest(unit: Unit, raw: unknown): Promise<{ id: string; number: number }> {
  requireRight(unit, 'change', 'requests');
  const given = required(taken, raw);
  const number = (await newestRequestNumber(unit.transaction)) + 1;
  const id = randomUUID();
  const facts = { object: 'requests', id, title: `R-${number}` };
  await runCommand(unit, 'create', facts, async (command) => {
    const prepared = await prepareNew(unit, 'requests', {
      id,
      value: { ...given, number, receivedAt: new Date(unit.now * 1000).toISOString() },
    });
    await writePrepared(unit, command, 'requests', prepared);
  });
  return { id, number };
}

/** What such problems were in the past: kinds of work, most often first; the kind's own where none was yet. */
export async function likelyKinds(
  unit: Unit,
  problemKindId: string,
): Promise<{ jobKindId: string; name: string; times: number }[]> {
  requireRight(unit, 'read', 'problem-kinds');
  await readObject(unit, 'problem-kinds', problemKindId);
  return kindsOfProblem(unit.transaction, problemKindId);
}

const link = z.strictObject({ workOrderId: z.string() });

/** Says that a work order answers a request, where both were made alone. */
export async function linkRequest(unit: Unit, id: string, raw: unknown): Promise<object> {
  const { workOrderId } = required(link, raw);
  await readObject(unit, 'requests', id);
  await readObject(unit, 'work-orders', workOrderId);
  await runCommand(unit, 'link-request', { object: 'requests', id }, async (command) => {
    const order = await prepareChange(unit, 'work-orders', workOrderId, { requestId: id });
    await writePrepared(unit, command, 'work-orders', order);
    const own = await prepareChange(unit, 'requests', id, { stage: 'ordered' });
    await writePrepared(unit, command, 'requests', own);
  });
  return {};
}
