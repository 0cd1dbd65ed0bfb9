import { z } from 'zod';
import { execute, select, type Transaction } from '../../connection';
import { largeFiles } from '../../models/set-up';
import { rowsOf } from '../../models/table';

/** A row holds so much at most: what a driver makes of it on the way is several times as long. */
const PIECE = 4 * 1024 * 1024;

/** Writes a file in pieces. */
export async function writeLargeFile(
  transaction: Transaction,
  id: string,
  parts: Iterable<Uint8Array> | AsyncIterable<Uint8Array>,
): Promise<void> {
  let ix = 0;
  for await (const part of parts) {
    for (let at = 0; at < part.length; at += PIECE) {
      const bytes = Buffer.from(part.subarray(at, at + PIECE));
      await rowsOf(transaction, largeFiles).insert([{ id, ix: ix++, bytes }]);
    }
  }
}

/** How long a file is, bytes. */
export async function largeFileSize(transaction: Transaction, id: string): Promise<number> {
  const shape = z.strictObject({ size: z.int() });
  const [found] = await select(
    transaction,
    shape,
    'select coalesce(sum(length(bytes)), 0)::int as size from large_files where id = :id',
    { id },
  );
  return found?.size ?? 0;
}

/** The whole of a file; nothing where there is none. */
export async function readLargeFile(transaction: Transaction, id: string): Promise<Buffer> {
  const shape = z.strictObject({ size: z.int(), pieces: z.int() });
  const [found] = await select(
    transaction,
    shape,
    `select coalesce(sum(length(bytes)), 0)::int as size, count(*)::int as pieces from large_files where id = :id`,
    { id },
  );
  const { size, pieces } = found!;
  // Of its own, so that it can be handed to a thread without a copy.
  const whole = Buffer.from(new ArrayBuffer(size));
  const piece = z.strictObject({ bytes: z.instanceof(Buffer) });
  let at = 0;
  for (let ix = 0; ix < pieces; ix++) {
    const [row] = await select(
      transaction,
      piece,
      'select bytes from large_files where id = :id and ix = :ix',
      { id, ix },
    );
    at += row!.bytes.copy(whole, at);
  }
  return whole;
}

export async function dropLargeFile(transaction: Transaction, id: string): Promise<void> {
  await rowsOf(transaction, largeFiles).remove({ id });
}

/** Gives a file to something else. */
export async function renameLargeFile(transaction: Transaction, id: string, next: string): Promise<void> {
  await execute(transaction, 'update large_files set id = :next where id = :id', { id, next });
}
