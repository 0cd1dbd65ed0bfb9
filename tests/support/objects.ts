import type { ObjectValue } from '@/contract/shared/object';
import type { FieldProblem } from '@/contract/shared/problems';
import type { Transaction } from '@/db/connection';
import { listOwnCommands } from '@/server/shared/commands/list-commands';
import type { Unit } from '@/server/shared/unit';
import { ALL_TERRITORIES, refusalOf, unitAs } from './database';

export const analyst = (transaction: Transaction): Promise<Unit> =>
  unitAs(transaction, 'analyst', ALL_TERRITORIES);

/** An object without what is only kept about it: as it is sent to be saved. */
export function bareOf(value: ObjectValue): Record<string, unknown> {
  const { id: _id, version: _version, archivedAt: _archived, ...rest } = value;
  return rest;
}

/** What a refused write says of each field, sorted: "PATH CODE". */
export async function problemsOf(work: Promise<unknown>): Promise<string[]> {
  const refusal = await refusalOf(work);
  expect(refusal.code).toBe('invalid');
  return (refusal.facts.problems as FieldProblem[]).map((p) => `${p.path} ${p.code}`).sort();
}

/** The number of one's newest command. */
export const newest = async (unit: Unit): Promise<number> => (await listOwnCommands(unit))[0]!.id;
