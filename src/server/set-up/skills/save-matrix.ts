import { matrixEdit } from '@/contract/set-up/answers/matrix';
import type { FieldProblem } from '@/contract/shared/problems';
import { requireRight } from '../../shared/access';
import { runCommand } from '../../shared/commands/command';
import { changedFields, prepareSave, writePrepared } from '../../shared/objects/save-object';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

/** Writes the skills of several people, all or none, as one command. */
export async function saveMatrix(unit: Unit, raw: unknown): Promise<{ readonly changed: number }> {
  requireRight(unit, 'change', 'technicians');
  const { people } = required(matrixEdit, raw);
  const facts = { object: 'technicians', count: people.length, fields: ['skills'] };
  const { result } = await runCommand(unit, 'save-many', facts, async (command) => {
    let changed = 0;
    for (const [i, { id, version, skills }] of people.entries()) {
      try {
        const prepared = await prepareSave(unit, 'technicians', id, {
          version,
          value: ({ id: _id, version: _version, archivedAt: _archived, ...before }) => ({
            ...before,
            skills,
          }),
        });
        if (prepared.before && changedFields(prepared.before, prepared.after).length === 0) continue;
        await writePrepared(unit, command, 'technicians', prepared);
        changed++;
      } catch (cause) {
        if (!(cause instanceof Refusal) || cause.code !== 'invalid') throw cause;
        const problems = (cause.facts.problems ?? []) as FieldProblem[];
        throw new Refusal('invalid', {
          problems: problems.map((p) => ({ ...p, path: `people.${i}.${p.path}` })),
        });
      }
    }
    return changed;
  });
  return { changed: result };
}
