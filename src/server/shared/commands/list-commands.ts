import type { CommandView } from '@/contract/shared/command-view';
import { readCommandsOf } from '@/db/repositories/shared/commands';
import type { Unit } from '../unit';

const MOST = 50;

/** The newest of what the user did. */
export async function listOwnCommands({ user, transaction }: Unit): Promise<CommandView[]> {
  const rows = await readCommandsOf(transaction, user.id, MOST);
  return rows.map(({ id, name, facts, at, undoes, undoneBy }) => ({
    id,
    name,
    facts,
    at: at.toISOString(),
    undoes,
    undoneBy,
  }));
}
