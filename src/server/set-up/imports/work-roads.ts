import type { RoadsFound } from '@/contract/set-up/answers/roads';
import type { FieldProblem } from '@/contract/shared/problems';
import type { Transaction } from '@/db/connection';
import { type ImportRow, writeImport } from '@/db/repositories/set-up/imports';
import { dropLargeFile, readLargeFile, writeLargeFile } from '@/db/repositories/shared/large-files';

/** What came of reading a file of roads. */
export type ReadAnswer =
  | { readonly ok: true; readonly packed: Uint8Array; readonly found: RoadsFound }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };
export type ReadRoads = (bytes: Uint8Array) => Promise<ReadAnswer>;

/** Reads a file of roads; the network takes the place of the file until somebody says what to make of it. */
export async function workRoads(holding: Transaction, row: ImportRow, read: ReadRoads): Promise<void> {
  const answer = await read(await readLargeFile(holding, row.id));
  await dropLargeFile(holding, row.id);
  if (answer.ok) await writeLargeFile(holding, row.id, [answer.packed]);
  await writeImport(
    holding,
    row.id,
    answer.ok
      ? { status: 'checked', done: 1, result: { found: answer.found } }
      : { status: 'failed', done: 1, result: { problems: answer.problems } },
  );
}
