import { z } from 'zod';
import type { ImportResult } from '@/contract/imports/settings';
import { workLine } from '@/contract/imports/targets';
import { readFile } from '../shared/imports/read-file';
import { NotTaken, takeFile } from '../shared/imports/take-file';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';

const MOST_LINES = 500;
const linesAsk = z.strictObject({
  lines: z.array(z.record(z.string(), z.unknown())).min(1).max(MOST_LINES),
});

/**
 * Takes in work as another program has it, each line with its site, its order and its visit; what has the same number outside already
 * is changed. Whole, as one command, or not at all: every problem is told with its line and field.
 */
export async function takeWorkLines(unit: Unit, raw: unknown): Promise<Omit<ImportResult, 'problems'>> {
  const { lines } = required(linesAsk, raw);
  const known = Object.keys(workLine.shape);
  const strange = lines.flatMap((line, i) =>
    Object.keys(line)
      .filter((key) => !known.includes(key))
      .map((key) => ({ path: `lines.${i}`, code: 'unrecognized-keys', facts: { keys: key } })),
  );
  if (strange.length > 0) throw new Refusal('invalid', { problems: strange });
  const file = readFile(Buffer.from(JSON.stringify(lines), 'utf8'));
  const meanings = Object.fromEntries(file.header.map((name) => [name, name]));
  try {
    const { problems: _none, ...result } = await takeFile(unit, {
      target: 'work',
      file,
      settings: { meanings, remember: false, dateOrder: 'ymd', decimal: '.' },
    });
    return result;
  } catch (cause) {
    if (!(cause instanceof NotTaken)) throw cause;
    throw new Refusal('invalid', {
      problems: cause.result.problems.map(({ line, column, code, facts }) => ({
        path: `lines.${(line ?? 1) - 1}${column === '' ? '' : `.${column}`}`,
        code,
        facts,
      })),
    });
  }
}
