import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import type { Plan, PlannedRoute } from '../model/plan';
import type { Problem, Shift, Visit } from '../model/problem';
import { verifyPlan } from '../verify/verify-plan';
import type { RuleCode } from './violation';

/** A legal day: leaves 08:00, works 08:16 to 09:16, is home at 09:32. */
const ROUTE: PlannedRoute = {
  shiftId: 's',
  departSec: 8 * HOUR,
  breakStartSecs: [],
  stops: [{ visitId: 'v', startSec: 8 * HOUR + 960 }],
  arriveSec: 9 * HOUR + 1920,
};

interface Case {
  readonly shift?: Partial<Shift>;
  readonly visit?: Partial<Visit>;
  readonly route?: Partial<PlannedRoute>;
  readonly rules?: Partial<Problem['rules']>;
}

function broken({ shift, visit, route, rules }: Case): RuleCode[] {
  const base = aProblem([aShift(shift)], [aVisit(visit)]);
  const problem = {
    ...base,
    persons: [...base.persons, { id: 'other', name: 'Other' }],
    rules: { ...base.rules, ...rules },
  };
  const plan: Plan = {
    format: 'lime-plan',
    version: 1,
    routes: [{ ...ROUTE, ...route }],
    unplannedVisitIds: [],
    price: 0,
  };
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged') throw new Error('the plan can be read');
  return verdict.violations.map((v) => v.rule);
}

const pause = { durationSec: 1800, earliestSec: 8 * HOUR + 1800, latestSec: 9 * HOUR };

describe('each rule, kept and broken', () => {
  it('a legal day breaks none', () => expect(broken({})).toEqual([]));

  it.each<[string, Case, RuleCode[]]>([
    [
      'a skill too low',
      { visit: { skills: [{ skillId: 'a', level: 60 }] }, shift: { skills: [{ skillId: 'a', level: 59 }] } },
      ['skills'],
    ],
    [
      'a skill high enough, whatever the scale (common practice)',
      { visit: { skills: [{ skillId: 'a', level: 60 }] }, shift: { skills: [{ skillId: 'a', level: 99 }] } },
      [],
    ],
    [
      'a skill missing, the rule off',
      { visit: { skills: [{ skillId: 'a', level: 1 }] }, rules: { skills: false } },
      [],
    ],
    [
      'one of any',
      {
        visit: {
          skillMode: 'any',
          skills: [
            { skillId: 'a', level: 1 },
            { skillId: 'b', level: 1 },
          ],
        },
        shift: { skills: [{ skillId: 'b', level: 2 }] },
      },
      [],
    ],
    [
      'one of all',
      {
        visit: {
          skills: [
            { skillId: 'a', level: 1 },
            { skillId: 'b', level: 1 },
          ],
        },
        shift: { skills: [{ skillId: 'b', level: 2 }] },
      },
      ['skills'],
    ],
    ['a stranger to the territory', { visit: { territoryId: 't' } }, ['territory']],
    [
      'cover where allowed',
      { visit: { territoryId: 't' }, shift: { territories: [{ territoryId: 't', relation: 'cover' }] } },
      [],
    ],
    [
      'cover where home is asked',
      {
        visit: { territoryId: 't' },
        shift: { territories: [{ territoryId: 't', relation: 'cover' }] },
        rules: { territory: 'home' },
      },
      ['territory'],
    ],
    ['anybody', { visit: { territoryId: 't' }, rules: { territory: 'anybody' } }, []],
    ['never this person', { visit: { neverPersonIds: ['q'] } }, ['persons']],
    ['must be another', { visit: { mustPersonIds: ['other'] } }, ['persons']],
    ['must be this one', { visit: { mustPersonIds: ['q', 'other'] } }, []],
    ['tied to another person', { visit: { tie: { personId: 'other' } } }, ['tie']],
    ['tied to another time', { visit: { tie: { startSec: 9 * HOUR } } }, ['tie']],
    [
      'a window missed beyond its limit',
      { visit: { windows: [{ startSec: 0, endSec: 8 * HOUR, latestSec: 8 * HOUR + 959 }] } },
      ['windows'],
    ],
    [
      'a window missed within its limit',
      { visit: { windows: [{ startSec: 0, endSec: 8 * HOUR, latestSec: 8 * HOUR + 960 }] } },
      [],
    ],
    [
      'before the window opens',
      { visit: { windows: [{ startSec: 9 * HOUR, endSec: 10 * HOUR, latestSec: 10 * HOUR }] } },
      ['windows'],
    ],
    [
      'no time to drive there',
      { route: { stops: [{ visitId: 'v', startSec: 8 * HOUR + 959 }] } },
      ['travel'],
    ],
    ['no time to drive home', { route: { arriveSec: 9 * HOUR + 1919 } }, ['travel']],
    ['too much aboard', { visit: { demand: 3 }, shift: { capacity: 2 } }, ['capacity']],
    ['too much overtime', { shift: { endSec: 9 * HOUR, overtimeLimitSec: 1919 } }, ['overtime-limit']],
    ['overtime to the second', { shift: { endSec: 9 * HOUR, overtimeLimitSec: 1920 } }, []],
    ['leaving early without leave to', { route: { departSec: 8 * HOUR - 60 } }, ['own-time-travel']],
    [
      'leaving early within the allowance',
      { route: { departSec: 8 * HOUR - 900 }, shift: { allowanceBeforeSec: 900 } },
      [],
    ],
    [
      'leaving earlier than the leg is long',
      { route: { departSec: 8 * HOUR - 961 }, shift: { allowanceBeforeSec: 3600 } },
      ['own-time-travel'],
    ],
    [
      'work before the shift',
      { shift: { startSec: 8 * HOUR + 961, allowanceBeforeSec: 3600 } },
      ['working-hours', 'own-time-travel'],
    ],
    ['a break left out', { shift: { breaks: [pause] } }, ['break']],
    [
      'a break outside its window',
      {
        shift: { breaks: [pause] },
        route: {
          breakStartSecs: [9 * HOUR + 1],
          departSec: 8 * HOUR,
          arriveSec: 20 * HOUR,
          stops: [{ visitId: 'v', startSec: 10 * HOUR }],
        },
      },
      ['overtime-limit', 'break'],
    ],
    [
      'a break in the middle of a visit',
      { shift: { breaks: [pause] }, route: { breakStartSecs: [8 * HOUR + 2400] } },
      ['break'],
    ],
    [
      'a break that fits on arrival',
      {
        shift: { breaks: [pause] },
        route: {
          breakStartSecs: [8 * HOUR + 1800],
          stops: [{ visitId: 'v', startSec: 9 * HOUR }],
          arriveSec: 10 * HOUR + 960,
        },
      },
      [],
    ],
    [
      'a break that fits before leaving',
      {
        shift: { breaks: [{ ...pause, earliestSec: 8 * HOUR }] },
        route: {
          breakStartSecs: [8 * HOUR],
          stops: [{ visitId: 'v', startSec: 8 * HOUR + 2760 }],
          arriveSec: 9 * HOUR + 3720,
        },
      },
      [],
    ],
  ])('%s', (_name, given, expected) => {
    expect(broken(given)).toEqual(expected);
  });

  it('a visit twice, or nowhere, or a held one loose', () => {
    const problem = aProblem([aShift()], [aVisit(), aVisit({ id: 'w', held: true })]);
    const plan: Plan = {
      format: 'lime-plan',
      version: 1,
      routes: [ROUTE, { ...ROUTE, stops: ROUTE.stops }],
      unplannedVisitIds: ['w', 'v'],
      price: 0,
    };
    const verdict = verifyPlan(problem, plan);
    if (verdict.kind !== 'judged') throw new Error('the plan can be read');
    const facts = verdict.violations.filter((v) => v.rule === 'structure').map((v) => v.facts);
    expect(facts).toEqual([{ times: 3 }, { heldButLoose: 1 }, { routes: 2 }]);
  });

  it('a plan that names what is not there cannot be judged', () => {
    const problem = aProblem([aShift()], [aVisit()]);
    const plan: Plan = {
      format: 'lime-plan',
      version: 1,
      routes: [{ ...ROUTE, shiftId: 'x', stops: [{ visitId: 'y', startSec: 0 }] }],
      unplannedVisitIds: ['z'],
      price: 0,
    };
    expect(verifyPlan(problem, plan)).toEqual({
      kind: 'unreadable',
      errors: [
        { code: 'unknown-shift', path: 'routes[0].shiftId', id: 'x' },
        { code: 'unknown-visit', path: 'routes[0].stops[0].visitId', id: 'y' },
        { code: 'unknown-visit', path: 'unplannedVisitIds[0]', id: 'z' },
      ],
    });
  });
});
