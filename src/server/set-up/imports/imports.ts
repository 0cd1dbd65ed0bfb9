import { randomUUID } from 'node:crypto';
import { guessMeanings, signatureOf } from '@/contract/imports/meanings';
import {
  type ImportSettings,
  type ImportView,
  importResult,
  importSettings,
} from '@/contract/imports/settings';
import { type Target, target as targetShape } from '@/contract/imports/targets';
import {
  addImport,
  dropOldImports,
  type ImportRow,
  readImport,
  writeImport,
} from '@/db/repositories/set-up/imports';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { guessForms, questionsOf, readFile } from '../../shared/imports/read-file';
import { createObject, saveObject } from '../../shared/objects/save-object';
import { nudge } from '../../shared/queue';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

const KEPT_MS = 2 * 86_400_000;
const SAMPLES = 3;

function rightTo(unit: Unit, target: Target): void {
  requireRight(unit, 'change', target === 'work' ? 'work-orders' : target);
}

function viewOf(row: ImportRow): ImportView {
  const file = readFile(row.content);
  return {
    id: row.id,
    target: targetShape.parse(row.target),
    fileName: row.fileName,
    format: file.format,
    encoding: file.encoding,
    delimiter: file.delimiter,
    rows: file.rows.length,
    columns: file.header.map((name, i) => ({
      name,
      samples: file.rows
        .map((r) => r.cells[i] ?? '')
        .filter((c) => c !== '')
        .slice(0, SAMPLES)
        .map((c) => c.slice(0, 60)),
    })),
    settings: importSettings.parse(row.settings),
    questions: questionsOf(file),
    status: row.status,
    done: row.done,
    result: importResult.nullable().catch(null).parse(row.result),
  };
}

async function rememberedFor(unit: Unit, target: Target, columns: readonly string[]) {
  const signature = signatureOf(columns);
  return (
    (await readAll(unit.transaction, 'column-maps')).find(
      (m) => m.object === target && m.name === signature,
    ) ?? null
  );
}

/** Takes a file up: reads what it is, and guesses what its columns mean. Nothing is brought in yet. */
export async function openImport(
  unit: Unit,
  given: { readonly target: string | null; readonly fileName: string | null; readonly bytes: Buffer },
): Promise<ImportView> {
  const target = required(targetShape, given.target);
  rightTo(unit, target);
  const file = readFile(given.bytes);
  const remembered = target === 'work' ? null : await rememberedFor(unit, target, file.header);
  const settings: ImportSettings = {
    meanings: guessMeanings(target, file.header, remembered?.columns),
    remember: true,
    ...guessForms(file),
  };
  const id = randomUUID();
  await dropOldImports(unit.transaction, new Date(Date.now() - KEPT_MS));
  await addImport(unit.transaction, {
    id,
    userId: unit.user.id,
    target,
    fileName: (given.fileName ?? 'file').slice(0, 200),
    content: given.bytes,
    settings: settings as never,
    status: 'open',
    createdAt: new Date(),
  });
  return viewOf((await readImport(unit.transaction, id))!);
}

async function own(unit: Unit, id: string, hold = false): Promise<ImportRow> {
  const row = await readImport(unit.transaction, id, hold);
  if (row?.userId !== unit.user.id || !targetShape.safeParse(row.target).success)
    throw new Refusal('not-found');
  rightTo(unit, targetShape.parse(row.target));
  return row;
}

export async function readOwnImport(unit: Unit, id: string): Promise<ImportView> {
  return viewOf(await own(unit, id));
}

/** Keeps what columns mean for the next file like it. */
async function remember(
  unit: Unit,
  target: Target,
  settings: ImportSettings,
  columns: readonly string[],
): Promise<void> {
  if (target === 'work' || !settings.remember) return;
  const known = await rememberedFor(unit, target, columns);
  const value = { name: signatureOf(columns), object: target, columns: settings.meanings };
  if (known) await saveObject(unit, 'column-maps', known.id, { version: known.version, value });
  else await createObject(unit, 'column-maps', { value });
}

/** Sends a file to be looked at, with how it is to be read, or to be brought in. A worker does it. */
export async function startImport(
  unit: Unit,
  id: string,
  raw: unknown,
  what: 'check' | 'bring',
): Promise<ImportView> {
  const row = await own(unit, id, true);
  if (row.status === 'checking' || row.status === 'bringing')
    throw new Refusal('conflict', { reason: 'under-way' });
  if (row.status === 'done') throw new Refusal('conflict', { reason: 'not-open' });
  const settings = required(importSettings, raw);
  const target = targetShape.parse(row.target);
  const meant = Object.values(settings.meanings).filter((m) => m !== '');
  const twice = meant.find((m, i) => meant.indexOf(m) !== i);
  if (twice)
    throw new Refusal('invalid', {
      problems: [{ path: 'meanings', code: 'meant-twice', facts: { field: twice } }],
    });
  if (what === 'bring') {
    const columns = readFile(row.content).header;
    await remember(unit, target, settings, columns);
  }
  await writeImport(unit.transaction, id, {
    settings,
    status: what === 'check' ? 'checking' : 'bringing',
    done: 0,
    result: null,
  });
  await nudge(unit.transaction, 'imports');
  return viewOf((await readImport(unit.transaction, id))!);
}
