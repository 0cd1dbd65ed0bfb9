import { readFileSync } from 'node:fs';
import { z } from 'zod';
import { problemSchema } from '@/contract/files/problem-schema';
import { leaveDatabase, rolledBack } from '../../support/database';
import { editorIn, type FieldHome } from '../../support/fields';
import { SHIFT_FIELDS } from './shifts';
import { VISIT_FIELDS } from './visits';
import { WHOLE_FIELDS } from './whole';

afterAll(leaveDatabase);

const HOMES: readonly FieldHome[] = [...SHIFT_FIELDS, ...VISIT_FIELDS, ...WHOLE_FIELDS];

/** Every field of a problem file, by path. */
function pathsOf(schema: z.ZodType, path = ''): string[] {
  if (schema instanceof z.ZodOptional || schema instanceof z.ZodNullable)
    return pathsOf(schema.unwrap() as z.ZodType, path);
  if (schema instanceof z.ZodArray) return pathsOf(schema.element as z.ZodType, `${path}[]`);
  if (schema instanceof z.ZodObject)
    return Object.entries(schema.shape).flatMap(([key, field]) =>
      pathsOf(field as z.ZodType, path ? `${path}.${key}` : key),
    );
  return [path];
}

describe('every fact that the engine knows has a home', () => {
  it('none is out of reach of the data', () => {
    const reached = new Set(HOMES.flatMap((h) => h.fields));
    expect(pathsOf(problemSchema).filter((p) => !reached.has(p))).toEqual([]);
  });

  it('the table in docs/fields.md says where each is set', () => {
    const table = readFileSync('docs/fields.md', 'utf8');
    const told = HOMES.flatMap((h) => h.fields.map((f) => `| \`${f}\` | ${h.home} |`));
    expect(told.filter((row) => !table.includes(row))).toEqual([]);
  });

  it.each(HOMES.map((h) => [`${h.fields.join(', ')} · ${h.home}`, h] as const))('%s', async (_name, home) => {
    await rolledBack(async (transaction) => {
      const editor = await editorIn(transaction);
      await home.set?.(editor);
      expect(home.look(await editor.build(home.build))).toEqual(home.is);
    });
  });
});
