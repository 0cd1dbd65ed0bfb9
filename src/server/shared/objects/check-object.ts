import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import { type Reference, referencesIn } from '@/contract/shared/object';
import { check, type FieldProblem } from '@/contract/shared/problems';
import { presentIds } from '@/db/objects/list-objects';
import { Refusal } from '../refusal';
import type { Unit } from '../unit';

type Plain = Record<string, unknown>;

/** References that lead nowhere: unknown, or put away. Those that stood there before are left in peace. */
async function brokenReferences(
  unit: Unit,
  references: readonly Reference[],
  before: readonly Reference[],
): Promise<FieldProblem[]> {
  const old = new Set(before.map((r) => `${r.object} ${r.id}`));
  const fresh = references.filter((r) => !old.has(`${r.object} ${r.id}`));
  const problems: FieldProblem[] = [];
  for (const object of new Set(fresh.map((r) => r.object))) {
    const ofKind = fresh.filter((r) => r.object === object);
    const there = await presentIds(
      unit.transaction,
      object as ObjectName | 'workers',
      ofKind.map((r) => r.id),
    );
    for (const r of ofKind) {
      if (!there.has(r.id)) problems.push({ path: r.path, code: 'no-such', facts: { object, id: r.id } });
    }
  }
  return problems;
}

/** Reads a value by its schema and checks what it names; refused with everything that is wrong, by field. */
export async function checkObject(
  unit: Unit,
  name: ObjectName,
  raw: unknown,
  before: Plain | null,
): Promise<Plain> {
  const { schema } = objectKind(name);
  const checked = check(schema, raw);
  const shape = checked.ok ? [] : checked.problems;
  // Also of what has the wrong shape elsewhere: who mends one thing should not be told of the next only then.
  const wrong = new Set(shape.map((p) => p.path));
  const named = referencesIn(schema, checked.ok ? checked.value : raw).filter((r) => !wrong.has(r.path));
  const broken = await brokenReferences(unit, named, before ? referencesIn(schema, before) : []);
  const problems = [...shape, ...broken];
  if (!checked.ok || problems.length > 0) throw new Refusal('invalid', { problems });
  return checked.value as Plain;
}
