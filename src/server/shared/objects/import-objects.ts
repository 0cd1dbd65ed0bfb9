import { guessMeanings } from '@/contract/imports/meanings';
import type { ImportSettings } from '@/contract/imports/settings';
import type { Target } from '@/contract/imports/targets';
import { isMadeApart } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { FieldProblem } from '@/contract/shared/problems';
import { requireRight } from '../access';
import { guessForms, readFile } from '../imports/read-file';
import { NotTaken, takeFile } from '../imports/take-file';
import { Refusal } from '../refusal';
import type { Unit } from '../unit';

/**
 * Brings objects in from CSV, all or none, as one command: rows that are there already, by id or else by name, change
 * the fields that the file has, the others are new. Refused with every problem by line and column; a column that
 * means nothing here is one.
 */
export async function importFromCsv(
  unit: Unit,
  name: ObjectName,
  text: string,
): Promise<{ readonly made: number; readonly changed: number }> {
  requireRight(unit, 'change', name);
  if (isMadeApart(name)) throw new Refusal('not-found');
  const file = readFile(Buffer.from(text, 'utf8'));
  const target: Target = name;
  const meanings = guessMeanings(target, file.header);
  const settings: ImportSettings = { meanings, remember: false, ...guessForms(file) };
  const strange = file.header
    .filter((column) => meanings[column] === '')
    .map((column): FieldProblem => ({ path: 'line 1', code: 'no-such-column', facts: { column } }));
  try {
    if (strange.length > 0) await takeFile(unit, { target, file, settings, onlyLook: true });
    const { made, changed } = await takeFile(unit, { target, file, settings });
    return { made, changed };
  } catch (cause) {
    if (!(cause instanceof NotTaken)) throw cause;
    const problems = cause.result.problems.map(({ line, column, code, facts }): FieldProblem => {
      const path = typeof facts.path === 'string' ? facts.path : column;
      return { path: `line ${line}${path ? `: ${path}` : ''}`, code, facts: facts as FieldProblem['facts'] };
    });
    throw new Refusal('invalid', { problems: [...strange, ...problems] });
  }
}
