import { addChanges, addCommand, type Change, dropCommand, notify } from '@/db/repositories/shared/commands';
import { CUSTOMERS_ID, type Unit } from '../unit';
import type { Changeable } from './stores';

/** One thing that somebody did, and all that it changed: what history, undo and other screens go by. */
export interface Command {
  readonly id: number;
  /** Notes a change that was written in the same transaction. */
  note(change: Change & { readonly object: Changeable }): void;
}

const MOST_TERRITORIES_TOLD = 40;

/** What other processes and screens are told of a command. */
export interface Told {
  readonly command: number;
  readonly objects: readonly string[];
  /** Where; empty means that it may concern everybody. */
  readonly territoryIds: readonly string[];
  readonly userId: string;
}

/** Runs work as a command. One that changed nothing leaves no trace. */
export async function runCommand<T>(
  unit: Unit,
  name: string,
  facts: Readonly<Record<string, unknown>>,
  work: (command: Command) => Promise<T>,
  undoes: number | null = null,
): Promise<{ readonly commandId: number | null; readonly result: T }> {
  const { transaction, user } = unit;
  const id = await addCommand(transaction, {
    name,
    facts: user.limits ? { ...facts, key: user.limits.key } : facts,
    userId: user.id === CUSTOMERS_ID ? null : user.id,
    at: new Date(unit.now * 1000),
    undoes,
  });
  const changes: Change[] = [];
  const result = await work({ id, note: (change) => void changes.push(change) });
  if (changes.length === 0) {
    await dropCommand(transaction, id);
    return { commandId: null, result };
  }
  await addChanges(transaction, id, changes);
  const territoryIds = [...new Set(changes.flatMap((c) => c.territoryIds))];
  const told: Told = {
    command: id,
    objects: [...new Set(changes.map((c) => c.object))],
    territoryIds:
      territoryIds.length > MOST_TERRITORIES_TOLD || changes.some((c) => c.territoryIds.length === 0)
        ? []
        : territoryIds,
    userId: user.id,
  };
  await notify(transaction, JSON.stringify({ kind: 'command', ...told }));
  return { commandId: id, result };
}
