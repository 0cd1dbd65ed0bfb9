import { type ImportResult, importSettings } from '@/contract/imports/settings';
import { target as targetShape } from '@/contract/imports/targets';
import { type Database, inTransaction } from '@/db/connection';
import { readUserById } from '@/db/repositories/access/users';
import { claimImport, type ImportRow, writeImport } from '@/db/repositories/set-up/imports';
import { clockIn } from '../../shared/clock';
import { readFile } from '../../shared/imports/read-file';
import { NotTaken, takeFile } from '../../shared/imports/take-file';
import { Refusal } from '../../shared/refusal';
import { ROADS_TARGET } from '../roads/bring-roads';
import { type ReadRoads, workRoads } from './work-roads';

const REPORT_MS = 500;
/** Roads that were taken up once have this share behind them: a file that ends a process is not tried again. */
const TAKEN_UP = 0.1;
const neverAgain: ReadRoads = async () => ({
  ok: false,
  problems: [{ path: 'file', code: 'roads-broken', facts: {} }],
});
const EMPTY: ImportResult = { made: 0, changed: 0, left: 0, problems: [], problemCount: 0, first: [] };

function failed(cause: unknown): ImportResult {
  const code = cause instanceof Refusal ? cause.code : 'broken';
  return { ...EMPTY, problemCount: 1, problems: [{ line: null, column: '', value: '', code, facts: {} }] };
}

/** Looks at a file or brings it in, in the name of whoever sent it. */
async function take(db: Database, row: ImportRow, report: (share: number) => void): Promise<ImportResult> {
  const file = readFile(row.content);
  const onlyLook = row.status === 'checking';
  return inTransaction(db, 'write', async (transaction) => {
    const user = await readUserById(transaction, row.userId);
    if (!user) throw new Refusal('not-found');
    const unit = { user, transaction, now: (await clockIn(transaction)).now };
    const settings = importSettings.parse(row.settings);
    return takeFile(unit, {
      target: targetShape.parse(row.target),
      file,
      settings,
      onlyLook,
      onDone: report,
    });
  });
}

/**
 * Takes the next file that waits, if there is one. It is held by a transaction of its own as long as it is worked on,
 * so that what a process that died was working on is taken up by another.
 */
export async function workNextImport(db: Database, readRoads: ReadRoads): Promise<boolean> {
  return inTransaction(db, 'write', async (holding) => {
    const row = await claimImport(holding);
    if (!row) return false;
    if (row.target === ROADS_TARGET) {
      // Said apart, so that it stands when this process does not outlive the file.
      if (row.done === 0) await inTransaction(db, 'write', (t) => writeImport(t, row.id, { done: TAKEN_UP }));
      await workRoads(holding, row, row.done === 0 ? readRoads : neverAgain);
      return true;
    }
    let saidAt = 0;
    let telling: Promise<unknown> = Promise.resolve();
    const report = (done: number): void => {
      if (Date.now() - saidAt < REPORT_MS) return;
      saidAt = Date.now();
      telling = inTransaction(db, 'write', (t) => writeImport(t, row.id, { done })).catch(() => undefined);
    };
    try {
      const result = await take(db, row, report);
      await telling;
      await writeImport(holding, row.id, { status: 'done', done: 1, result });
    } catch (cause) {
      const isLook = cause instanceof NotTaken;
      if (!isLook && !(cause instanceof Refusal)) throw cause;
      await telling;
      const result = isLook ? cause.result : failed(cause);
      await writeImport(holding, row.id, { status: isLook ? 'checked' : 'failed', done: 1, result });
    }
    return true;
  });
}
