import { z } from 'zod';
import { idText, type ObjectName } from '@/contract/shared/fields';
import type { FieldProblem } from '@/contract/shared/problems';
import { requireRight } from '../access';
import { runCommand } from '../commands/command';
import { Refusal, required } from '../refusal';
import type { Unit } from '../unit';
import { changedFields, prepareSave, writePrepared } from './save-object';

const MOST = 500;

const manyRequest = z.strictObject({
  items: z
    .array(z.strictObject({ id: idText, version: z.int().min(1) }))
    .min(1)
    .max(MOST),
  /** Fields with what they become, of all of them. */
  set: z.record(z.string(), z.unknown()),
});

/** Sets fields of many objects, all or none, as one command. Refused with what is wrong by object and field. */
export async function saveMany(
  unit: Unit,
  name: ObjectName,
  raw: unknown,
): Promise<{ readonly changed: number }> {
  requireRight(unit, 'change', name);
  const { items, set } = required(manyRequest, raw);
  const facts = { object: name, count: items.length, fields: Object.keys(set) };
  const { result } = await runCommand(unit, 'save-many', facts, async (command) => {
    const problems: FieldProblem[] = [];
    let changed = 0;
    for (const { id, version } of items) {
      try {
        const prepared = await prepareSave(unit, name, id, {
          version,
          value: ({ id: _id, version: _version, archivedAt: _archived, ...before }) => ({
            ...before,
            ...set,
          }),
        });
        if (prepared.before && changedFields(prepared.before, prepared.after).length === 0) continue;
        await writePrepared(unit, command, name, prepared);
        changed++;
      } catch (cause) {
        if (!(cause instanceof Refusal) || cause.code !== 'invalid') throw cause;
        const own = (cause.facts.problems ?? []) as FieldProblem[];
        problems.push(...own.map((p) => ({ ...p, path: `${id}: ${p.path}` })));
        // What the database itself refused ends the transaction: nothing more can be judged in it.
        if (own.some((p) => p.code === 'taken' || p.code === 'database-rule')) break;
      }
    }
    if (problems.length > 0) throw new Refusal('invalid', { problems });
    return changed;
  });
  return { changed: result };
}
