import { randomUUID } from 'node:crypto';
import { bringRoads, type RoadsImport, roadsFound, roadsImport } from '@/contract/set-up/answers/roads';
import {
  addImport,
  dropOldImports,
  type ImportRow,
  readImport,
  writeImport,
} from '@/db/repositories/set-up/imports';
import { largeFileSize, renameLargeFile, writeLargeFile } from '@/db/repositories/shared/large-files';
import { addRoadContents } from '@/db/repositories/shared/roads';
import { readMany } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { runCommand } from '../../shared/commands/command';
import { prepareSave, writePrepared } from '../../shared/objects/save-object';
import { nudge } from '../../shared/queue';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

const KEPT_MS = 2 * 86_400_000;
export const ROADS_TARGET = 'roads';

function viewOf(row: ImportRow): RoadsImport {
  const result = (row.result ?? {}) as { found?: unknown; problems?: unknown };
  return roadsImport.parse({
    id: row.id,
    fileName: row.fileName,
    status: row.status,
    found: result.found ?? null,
    problems: result.problems ?? [],
  });
}

/** Takes up a file of roads; a worker reads it. */
export async function openRoads(
  unit: Unit,
  given: {
    readonly fileName: string | null;
    readonly parts: AsyncIterable<Uint8Array> | Iterable<Uint8Array>;
  },
): Promise<RoadsImport> {
  requireRight(unit, 'change', 'roads');
  const id = randomUUID();
  await writeLargeFile(unit.transaction, id, given.parts);
  if ((await largeFileSize(unit.transaction, id)) === 0)
    throw new Refusal('invalid', { problems: [{ path: 'file', code: 'file-empty', facts: {} }] });
  await dropOldImports(unit.transaction, new Date(Date.now() - KEPT_MS));
  await addImport(unit.transaction, {
    id,
    userId: unit.user.id,
    target: ROADS_TARGET,
    fileName: (given.fileName ?? 'roads').slice(0, 200),
    content: Buffer.alloc(0),
    status: 'checking',
    createdAt: new Date(),
  });
  await nudge(unit.transaction, 'imports');
  return viewOf((await readImport(unit.transaction, id))!);
}

async function own(unit: Unit, id: string, hold = false): Promise<ImportRow> {
  requireRight(unit, 'change', 'roads');
  const row = await readImport(unit.transaction, id, hold);
  if (row?.userId !== unit.user.id || row.target !== ROADS_TARGET) throw new Refusal('not-found');
  return row;
}

export async function readRoadsImport(unit: Unit, id: string): Promise<RoadsImport> {
  return viewOf(await own(unit, id));
}

/** Makes a network of a file that was read, and drives on it where that is wanted: one command. */
export async function keepRoads(unit: Unit, id: string, raw: unknown): Promise<{ readonly id: string }> {
  const { name, zone, use } = required(bringRoads, raw);
  const row = await own(unit, id, true);
  if (row.status !== 'checked') throw new Refusal('conflict', { reason: 'not-open' });
  const found = roadsFound.parse((row.result as { found: unknown }).found);
  const roadsId = randomUUID();
  await runCommand(unit, 'bring-roads', { object: 'roads', title: name }, async (command) => {
    const value = { id: roadsId, name, zone, speedsKmh: {}, periods: [], version: 1, archivedAt: null };
    await writePrepared(unit, command, 'roads', { before: null, after: value, territoryIds: [] });
    await renameLargeFile(unit.transaction, row.id, roadsId);
    await addRoadContents(unit.transaction, { roadsId, found });
    if (!use) return;
    const [company] = await readMany(unit.transaction, 'company', ['company']);
    const prepared = await prepareSave(unit, 'company', 'company', {
      version: company!.version,
      value: ({ id: _id, version: _version, archivedAt: _away, ...before }) => ({ ...before, roadsId }),
    });
    await writePrepared(unit, command, 'company', prepared);
  });
  await writeImport(unit.transaction, row.id, { status: 'done' });
  return { id: roadsId };
}
