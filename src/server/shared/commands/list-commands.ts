import type { CommandView } from '@/contract/shared/command-view';
import { type CommandRow, readCommandsOf } from '@/db/repositories/shared/commands';
import type { Unit } from '../unit';

const MOST = 50;

/** The newest of what the user did. */
export async function listOwnCommands({ user, transaction }: Unit): Promise<CommandView[]> {
  const rows = await readCommandsOf(transaction, user.id, MOST);
  return rows.map(commandViewOf);
}

/** A command as it is shown. */
export function commandViewOf({ id, name, facts, at, undoes, undoneBy }: CommandRow): CommandView {
  return { id, name, facts, at: at.toISOString(), undoes, undoneBy };
}
