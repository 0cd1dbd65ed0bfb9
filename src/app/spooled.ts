import 'server-only';
import { createReadStream } from 'node:fs';
import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Refusal } from '@/server/shared/refusal';

const PIECE = 4 * 1024 * 1024;

/** Takes a long body to disk first, hands it on piece by piece, and leaves nothing there. */
export async function spooled<T>(
  request: Request,
  most: number,
  work: (parts: AsyncIterable<Uint8Array>) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'lime-file-'));
  const path = join(folder, 'body');
  try {
    const file = await open(path, 'wx', 0o600);
    try {
      let size = 0;
      for await (const part of (request.body ?? []) as AsyncIterable<Uint8Array>) {
        size += part.byteLength;
        if (size > most) throw new Refusal('too-large', { most });
        await file.write(part);
      }
    } finally {
      await file.close();
    }
    return await work(createReadStream(path, { highWaterMark: PIECE }));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
