import { randomUUID } from 'node:crypto';
import { visitsEdited, visitsNamed, visitWanted } from '@/contract/plan/hand';
import { readObjects } from '@/db/objects/object-store';
import { readMany } from '@/db/repositories/shared/schedule';
import { newestOrderNumber, nextPart } from '@/db/repositories/work/numbers';
import { requireRight } from '../../shared/access';
import { runCommand } from '../../shared/commands/command';
import { changedFields, prepareChange, prepareNew, writePrepared } from '../../shared/objects/save-object';
import { visitOfId } from '../../shared/problem/links';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

type Made = { readonly visitIds: readonly string[] };

/** The visits behind what a hand names: parts of a long job are one. */
function namedIn(raw: unknown): string[] {
  const { visitIds } = required(visitsNamed, raw);
  return [...new Set(visitIds.map((id) => visitOfId(id)?.visitId ?? ''))];
}

async function labelsOf(unit: Unit, ids: readonly string[]): Promise<string[]> {
  const visits = await readMany(unit.transaction, 'visits', ids);
  const orders = await readObjects(
    unit.transaction,
    'work-orders',
    visits.map((v) => v.workOrderId),
  );
  return visits.map((v) => {
    const number = String(orders.get(v.workOrderId)?.number ?? '');
    return v.part > 1 ? `W-${number}.${v.part}` : `W-${number}`;
  });
}

/** Makes each visit once more, as a loose end of the same work order: the same work, tied to nothing. */
export async function duplicateVisits(unit: Unit, raw: unknown): Promise<Made> {
  requireRight(unit, 'change', 'plan');
  const ids = namedIn(raw);
  const visits = await readMany(unit.transaction, 'visits', ids);
  if (visits.length !== ids.length) throw new Refusal('not-found');
  const facts = { visits: await labelsOf(unit, ids) };
  const { result } = await runCommand(unit, 'duplicate-visits', facts, async (command) => {
    const made: string[] = [];
    for (const { id: _id, version: _version, archivedAt: _archivedAt, ...visit } of visits) {
      const value = {
        ...visit,
        part: await nextPart(unit.transaction, visit.workOrderId),
        status: 'open',
        tiedPersonId: null,
        tiedStartAt: null,
      };
      const prepared = await prepareNew(unit, 'visits', { value });
      await writePrepared(unit, command, 'visits', prepared);
      made.push(prepared.after.id);
    }
    return made;
  });
  return { visitIds: result };
}

/** Takes back that visits were cancelled: they are loose ends again. */
export async function bringBackVisits(unit: Unit, raw: unknown): Promise<Made> {
  requireRight(unit, 'change', 'plan');
  const ids = namedIn(raw);
  const visits = await readMany(unit.transaction, 'visits', ids);
  if (visits.length !== ids.length || visits.some((v) => v.status !== 'cancelled'))
    throw new Refusal('not-found');
  const facts = { visits: await labelsOf(unit, ids) };
  await runCommand(unit, 'bring-back-visits', facts, async (command) => {
    for (const id of ids) {
      const prepared = await prepareChange(unit, 'visits', id, { status: 'open' });
      await writePrepared(unit, command, 'visits', prepared);
    }
  });
  return { visitIds: ids };
}

/** Changes the duration, priority or promised windows of many visits, as one command; all else of them stays. */
export async function editVisits(unit: Unit, raw: unknown): Promise<Made> {
  requireRight(unit, 'change', 'plan');
  const { set, visitIds } = required(visitsEdited, raw);
  const ids = namedIn({ visitIds });
  const facts = { object: 'visits', count: ids.length, fields: Object.keys(set) };
  await runCommand(unit, 'save-many', facts, async (command) => {
    for (const id of ids) {
      const prepared = await prepareChange(unit, 'visits', id, { ...set });
      if (changedFields(prepared.before ?? {}, prepared.after).length > 0)
        await writePrepared(unit, command, 'visits', prepared);
    }
  });
  return { visitIds: ids };
}

/** A new visit at a site with a work order of its own; what is not said of it comes from its kind. */
export async function createVisit(unit: Unit, raw: unknown): Promise<Made> {
  requireRight(unit, 'change', 'plan');
  const wanted = required(visitWanted, raw);
  const [kind] = await readMany(unit.transaction, 'job-kinds', [wanted.jobKindId]);
  if (!kind)
    throw new Refusal('invalid', {
      problems: [
        { path: 'jobKindId', code: 'no-such', facts: { object: 'job-kinds', id: wanted.jobKindId } },
      ],
    });
  const number = (await newestOrderNumber(unit.transaction)) + 1;
  const summary = wanted.summary === '' ? kind.name : wanted.summary;
  const orderId = randomUUID();
  const facts = { object: 'work-orders', id: orderId, title: `W-${number} ${summary}` };
  const { result } = await runCommand(unit, 'create', facts, async (command) => {
    const order = await prepareNew(unit, 'work-orders', {
      id: orderId,
      value: {
        number,
        siteId: wanted.siteId,
        jobKindId: kind.id,
        summary,
        receivedAt: new Date(unit.now * 1000).toISOString(),
      },
    });
    await writePrepared(unit, command, 'work-orders', order);
    const visit = await prepareNew(unit, 'visits', {
      value: {
        workOrderId: orderId,
        durationMin: wanted.durationMin ?? kind.durationMin,
        priority: kind.priority,
        earliestAt: wanted.earliestAt,
        dueAt: wanted.dueAt,
      },
    });
    await writePrepared(unit, command, 'visits', visit);
    return visit.after.id;
  });
  return { visitIds: [result] };
}
