import { may } from '@/contract/access/permissions';
import { stableJson } from '@/core/index';
import { raiseLiveRevision } from '@/db/repositories/plan/plans';
import {
  type Change,
  type CommandRow,
  lockCommand,
  markUndone,
  readChanges,
} from '@/db/repositories/shared/commands';
import { Refusal } from '../refusal';
import type { Unit } from '../unit';
import { runCommand } from './command';
import { isChangeable, PLAN_PARTS, storeOf } from './stores';

/** What stands in the way of an undo: something that was changed again since. */
export interface InTheWay {
  readonly object: string;
  readonly objectId: string;
}

/** Two states are the same when all but their versions is. */
function sameState(a: unknown, b: unknown): boolean {
  const bare = (value: unknown): string => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return stableJson(value ?? null);
    const { version: _version, ...rest } = value as Record<string, unknown>;
    return stableJson(rest);
  };
  return bare(a) === bare(b);
}

/** Of several changes of one thing, what it was before the first and after the last. */
function folded(changes: readonly Change[]): Change[] {
  const out = new Map<string, Change>();
  for (const change of changes) {
    const key = `${change.object} ${change.objectId}`;
    const first = out.get(key);
    out.set(key, first ? { ...change, before: first.before } : change);
  }
  return [...out.values()];
}

async function changesInTheWay(unit: Unit, changes: readonly Change[]): Promise<InTheWay[]> {
  const out: InTheWay[] = [];
  const kinds = new Set(changes.map((c) => c.object));
  for (const object of kinds) {
    if (!isChangeable(object)) continue;
    const ofKind = changes.filter((c) => c.object === object);
    const now = await storeOf(object).read(
      unit.transaction,
      ofKind.map((c) => c.objectId),
    );
    for (const { objectId, after } of ofKind) {
      if (!sameState(now.get(objectId) ?? null, after)) out.push({ object, objectId });
    }
  }
  return out;
}

/** Taking back what took something back does it again; the sentence speaks of the first command in all cases. */
function factsOf(command: CommandRow): Record<string, unknown> {
  if (command.name !== 'undo') return { of: command.name, ofFacts: command.facts };
  const { of, ofFacts, again } = command.facts;
  return { of, ofFacts, ...(again === true ? {} : { again: true }) };
}

/**
 * Takes a command back, as a command of its own (undo that one to redo). Refused with a list when something
 * that it wrote does not stand any more; unknown and out of one's rights are alike.
 */
export async function undoCommand(unit: Unit, id: number): Promise<{ readonly commandId: number | null }> {
  const { transaction, user } = unit;
  const command = await lockCommand(transaction, id);
  const changes = folded(await readChanges(transaction, id));
  const mayUndo =
    command !== null &&
    changes.length > 0 &&
    changes.every(
      (c) => isChangeable(c.object) && may(user, 'change', storeOf(c.object).subject, c.territoryIds),
    );
  if (!mayUndo) throw new Refusal('not-found');
  if (command.undoneBy !== null) throw new Refusal('conflict', { reason: 'undone-already' });
  const touchesPlan = changes.some((c) => (PLAN_PARTS as readonly string[]).includes(c.object));
  if (touchesPlan) await raiseLiveRevision(transaction);
  const inTheWay = await changesInTheWay(unit, changes);
  if (inTheWay.length > 0) throw new Refusal('conflict', { reason: 'changed-since', inTheWay });
  const { commandId } = await runCommand(
    unit,
    'undo',
    factsOf(command),
    async (undoing) => {
      for (const change of [...changes].reverse()) {
        if (!isChangeable(change.object)) continue;
        const store = storeOf(change.object);
        await store.write(transaction, change.objectId, change.before);
        const after = (await store.read(transaction, [change.objectId])).get(change.objectId) ?? null;
        undoing.note({ ...change, object: change.object, before: change.after, after });
      }
    },
    command.id,
  );
  await markUndone(transaction, command.id, commandId);
  return { commandId };
}
