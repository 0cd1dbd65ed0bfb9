import {
  askedRules,
  closeness,
  isCloseEnough,
  isCrewEnough,
  meetsAttributes,
  meetsSkills,
  takenByCrews,
} from '@/core/engine/prepare/pair-rules';
import { membershipOf } from '@/core/model/membership';
import { headCount } from '@/core/model/work-of';
import { failedAttribute } from '@/core/rules/attributes';
import { blocks } from '@/core/rules/crew';
import { isInScope } from '@/core/rules/scope';
import { missingSkills } from '@/core/rules/skills';
import { territoryAllows } from '@/core/rules/territory';
import { everyFeature } from '../support/every-feature';

/** What the engine thinks of a pair of visit and shift, against the rules: they share no code. */
describe('pairs, engine against rules', () => {
  it('agree on skills, attributes, crews and territories, allowed and forbidden alike', () => {
    const seen = {
      skills: [0, 0],
      attributes: [0, 0],
      territory: [0, 0],
      crew: [0, 0],
      taken: [0, 0],
      scope: [0, 0],
    };
    const agree = (what: keyof typeof seen, engine: boolean, rule: boolean): void => {
      seen[what][rule ? 1 : 0]!++;
      if (engine !== rule) throw new Error(`${what}: the engine says ${engine}, the rule ${rule}`);
    };
    for (let seed = 1; seed <= 60; seed++) {
      const problem = everyFeature(seed, { visits: 14, persons: 6, days: 2 });
      const { rules, shifts } = problem;
      const crews = shifts.filter((s) => s.memberIds);
      const taken = takenByCrews(shifts);
      const asked = askedRules(rules);
      for (const [i, shift] of shifts.entries())
        agree('taken', taken[i]!, !shift.memberIds && crews.some((c) => blocks(c, shift)));
      for (const visit of problem.visits) {
        for (const shift of shifts) {
          agree('skills', meetsSkills(visit, shift), missingSkills(visit, shift).length === 0);
          agree(
            'attributes',
            meetsAttributes(visit, shift, rules.attributes, asked.attributes),
            failedAttribute(visit, shift, rules.attributes ?? []) === null,
          );
          for (const setting of ['home', 'home-and-cover', 'anybody'] as const) {
            const how = membershipOf(visit, shift);
            expect(closeness(visit, shift)).toBe(how);
            agree('territory', isCloseEnough(how, setting), territoryAllows(setting, how));
          }
          for (const rule of ['skills', 'territory', 'persons'] as const)
            agree(
              'scope',
              asked[rule].of(visit, shift),
              isInScope(rules.scopes?.[rule], visit.id, shift.personId),
            );
          const isEnough =
            visit.crewOf === undefined || (shift.memberIds !== undefined && headCount(shift) >= visit.crewOf);
          agree('crew', isCrewEnough(visit, shift), isEnough);
        }
      }
    }
    for (const counts of Object.values(seen)) expect(Math.min(...counts)).toBeGreaterThan(10);
  });

  it.each([
    ['equals', 'a', 'a', true],
    ['equals', 1, '1', true],
    ['equals', 'a', 'b', false],
    ['at-least', 99, 60, true],
    ['at-least', 59, 60, false],
    ['at-most', '3', 3, true],
    ['at-most', 'none', 3, false],
    ['contains', ['a', 'b'], 'a', true],
    ['contains', ['a', 'b'], ['a', 'c'], false],
    ['contains', 'a', ['a'], true],
    ['one-of', 'a', ['a', 'b'], true],
    ['one-of', ['a'], ['a', 'b'], false],
  ] as const)('%s of %j and %j: %s', (match, person, visit, expected) => {
    const rule = { id: 'r', personKey: 'p', match, visitKey: 'v' } as const;
    const someVisit = { attributes: { v: visit } } as never;
    const someShift = { attributes: { p: person } } as never;
    const { attributes } = askedRules({ attributes: [rule] } as never);
    expect(meetsAttributes(someVisit, someShift, [rule], attributes)).toBe(expected);
    expect(failedAttribute(someVisit, someShift, [rule]) === null).toBe(expected);
  });
});
