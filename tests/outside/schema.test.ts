import Ajv2020 from 'ajv/dist/2020';
import { z } from 'zod';
import { planSchema, problemSchema } from '@/contract/files/problem-schema';
import { insertCheapest } from '@/core/engine/index';
import { randomProblem } from '../support/random-problem';

/** JSON Schema 2020-12, by an independent validator. */
describe('published schemas', () => {
  const ajv = new Ajv2020({ strict: false, formats: { 'date-time': true } });
  it('are valid schemas and accept what the program writes', () => {
    const problem = randomProblem(3, { visits: 10, persons: 2, days: 1 });
    const result = insertCheapest(problem);
    if (!result.ok) throw new Error('nothing is held');
    expect(ajv.validate(z.toJSONSchema(problemSchema), problem)).toBe(true);
    expect(ajv.validate(z.toJSONSchema(planSchema), JSON.parse(JSON.stringify(result.solution.plan)))).toBe(
      true,
    );
  });
  it('refuse what has the wrong shape', () => {
    expect(ajv.validate(z.toJSONSchema(problemSchema), { format: 'lime-problem' })).toBe(false);
  });
});
