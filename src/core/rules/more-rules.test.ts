import { aProblem, aShift, aVisit, HOUR } from '../../../tests/support/small';
import type { Plan, PlannedRoute } from '../model/plan';
import type { Problem, RuleScope, Shift, Visit } from '../model/problem';
import { verifyPlan } from '../verify/verify-plan';

const at = (h: number, m = 0): number => h * HOUR + m * 60;

/** Shift "s" of person "q" leaves 08:00, is at "v" from 08:16 to 09:16, home at 09:32; places a minute apart as named. */
function route(changes: Partial<PlannedRoute> = {}): PlannedRoute {
  return {
    shiftId: 's',
    departSec: at(8),
    breakStartSecs: [],
    stops: [{ visitId: 'v', startSec: at(8, 16) }],
    arriveSec: at(9, 32),
    ...changes,
  };
}

interface World {
  readonly shifts?: readonly Shift[];
  readonly visits?: readonly Visit[];
  readonly routes?: readonly PlannedRoute[];
  readonly loose?: readonly string[];
  readonly problem?: Partial<Problem>;
  readonly rules?: Partial<Problem['rules']>;
  readonly minutes?: Readonly<Record<string, number>>;
}

function broken(world: World): string[] {
  const base = aProblem(world.shifts ?? [aShift()], world.visits ?? [aVisit()], world.minutes);
  const problem: Problem = { ...base, ...world.problem, rules: { ...base.rules, ...world.rules } };
  const plan: Plan = {
    format: 'lime-plan',
    version: 1,
    routes: world.routes ?? [route()],
    unplannedVisitIds: world.loose ?? [],
    price: 0,
  };
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind !== 'judged') throw new Error(JSON.stringify(verdict.errors));
  return verdict.violations.map((v) => v.rule);
}

const second = (changes: Partial<Shift> = {}): Shift => aShift({ id: 't', personId: 'r', ...changes });

describe('what a person does in a day', () => {
  it.each<[string, Partial<Shift>, string[]]>([
    ['as many visits as they take', { maxVisits: 1 }, []],
    ['more visits than they take', { maxVisits: 0 }, ['most-visits']],
    ['as much driving as they do', { maxTravelSec: 1920 }, []],
    ['more driving than they do', { maxTravelSec: 1919 }, ['most-travel']],
    ['a first leg within its own reach', { firstReach: { sec: 960 }, reach: { sec: 1 } }, []],
    ['a first leg too long', { firstReach: { sec: 959 } }, ['reach']],
    ['a first leg too far', { firstReach: { m: 14_399 } }, ['reach']],
    ['the leg home has no limit', { firstReach: { m: 14_400 }, reach: { m: 1 } }, []],
  ])('%s', (_name, shift, expected) => expect(broken({ shifts: [aShift(shift)] })).toEqual(expected));

  it('a later leg is judged by the other reach', () => {
    const visits = [aVisit(), aVisit({ id: 'w', placeId: 'far' })];
    const stops = [...route().stops, { visitId: 'w', startSec: at(9, 46) }];
    const world = (reach: number): World => ({
      visits,
      minutes: { home: 0, site: 16, far: 46 },
      routes: [route({ stops, arriveSec: at(11, 32) })],
      shifts: [aShift({ reach: { sec: reach } })],
    });
    expect(broken(world(1800))).toEqual([]);
    expect(broken(world(1799))).toEqual(['reach']);
  });
});

describe('several breaks', () => {
  const tea = { durationSec: 600, earliestSec: at(8), latestSec: at(9) };
  const lunch = { durationSec: 1800, earliestSec: at(9), latestSec: at(9, 30), dueSec: at(14) };
  it('a break that is not due may be left out', () => {
    expect(broken({ shifts: [aShift({ breaks: [lunch] })] })).toEqual([]);
  });
  it('a break that is due may not', () => {
    expect(broken({ shifts: [aShift({ breaks: [{ ...lunch, dueSec: at(9, 31) }] })] })).toEqual(['break']);
    expect(broken({ shifts: [aShift({ breaks: [{ ...lunch, dueSec: at(9, 32) }] })] })).toEqual([]);
  });
  it('two on one leg, one before leaving and one on arrival', () => {
    const day = route({
      breakStartSecs: [at(8), at(9)],
      stops: [{ visitId: 'v', startSec: at(9, 30) }],
      arriveSec: at(10, 46),
      departSec: at(8),
    });
    expect(broken({ shifts: [aShift({ breaks: [tea, lunch] })], routes: [day] })).toEqual([]);
  });
  it('out of order', () => {
    const day = route({
      breakStartSecs: [at(9), at(9)],
      stops: [{ visitId: 'v', startSec: at(10) }],
      arriveSec: at(11, 16),
    });
    expect(broken({ shifts: [aShift({ breaks: [tea, lunch] })], routes: [day] })).toContain('break');
  });
  it('more breaks than the shift has', () => {
    expect(broken({ routes: [route({ breakStartSecs: [at(8)] })] })).toContain('break');
  });
});

describe('hours of a visit', () => {
  const finishing = (endSec: number) => [{ startSec: 0, endSec, latestSec: endSec, on: 'finish' as const }];
  it.each<[string, Partial<Visit>, string[]]>([
    ['finishes inside its window', { windows: finishing(at(9, 16)) }, []],
    ['finishes too late', { windows: finishing(at(9, 16) - 1) }, ['windows']],
    ['lies inside the access hours', { access: [{ startSec: at(8, 16), endSec: at(9, 16) }] }, []],
    ['begins before somebody opens', { access: [{ startSec: at(8, 17), endSec: at(20) }] }, ['access']],
    ['ends after somebody closes', { access: [{ startSec: 0, endSec: at(9, 15) }] }, ['access']],
    ['no time for the buffer before', { bufferBeforeSec: 60 }, ['travel']],
    ['no time for the buffer after', { bufferAfterSec: 60 }, ['travel']],
  ])('%s', (_name, visit, expected) => expect(broken({ visits: [aVisit(visit)] })).toEqual(expected));
});

describe('who fits a visit', () => {
  const rules = (match: 'equals' | 'at-least' | 'at-most' | 'contains' | 'one-of') => ({
    attributes: [{ id: 'a', personKey: 'p', match, visitKey: 'v' }],
  });
  it.each([
    ['equals', 'x', 'x', true],
    ['equals', 'x', 'y', false],
    ['at-least', 60, 60, true],
    ['at-least', 59, 60, false],
    ['at-most', 3, 3, true],
    ['at-most', 4, 3, false],
    ['contains', ['a', 'b'], 'a', true],
    ['contains', ['a', 'b'], ['a', 'b'], true],
    ['contains', ['a'], ['a', 'b'], false],
    ['one-of', 'a', ['a', 'b'], true],
    ['one-of', 'c', ['a', 'b'], false],
  ] as const)('%s: person %j, visit %j', (match, person, visit, fits) => {
    const world = {
      shifts: [aShift({ attributes: { p: person } })],
      visits: [aVisit({ attributes: { v: visit } })],
      rules: rules(match),
    };
    expect(broken(world)).toEqual(fits ? [] : ['attributes']);
  });
  it('a person without the attribute has nothing; a visit without it asks for nothing', () => {
    expect(broken({ visits: [aVisit({ attributes: { v: 1 } })], rules: rules('equals') })).toEqual([
      'attributes',
    ]);
    expect(broken({ shifts: [aShift({ attributes: { p: 1 } })], rules: rules('equals') })).toEqual([]);
  });
  it('a rule looks only at the pairs that it applies to', () => {
    const [rule] = rules('equals').attributes;
    const visits = [aVisit({ attributes: { v: 1 } })];
    const under = (scope: RuleScope) => broken({ visits, rules: { attributes: [{ ...rule!, scope }] } });
    expect(under({ match: 'both', visitIds: ['v'] })).toEqual(['attributes']);
    expect(under({ match: 'both', visitIds: ['other'] })).toEqual([]);
    expect(under({ match: 'both', visitIds: ['v'], personIds: ['somebody'] })).toEqual([]);
    expect(under({ match: 'either', visitIds: ['v'], personIds: ['somebody'] })).toEqual(['attributes']);
  });
  it('parts are aboard, fetched, or missing', () => {
    const visits = [aVisit({ parts: ['pump'] })];
    expect(broken({ visits, shifts: [aShift({ parts: ['pump'] })] })).toEqual([]);
    expect(broken({ visits })).toEqual(['parts']);
    // The depot lies 10 minutes the other way: there and back past home is 10 + 26.
    const minutes = { home: 0, site: 16, depot: -10 };
    const shifts = [aShift({ partsPlaceId: 'depot' })];
    expect(broken({ visits, shifts, minutes })).toEqual(['travel']);
    const fetched = route({ stops: [{ visitId: 'v', startSec: at(8, 36) }], arriveSec: at(9, 52) });
    expect(broken({ visits, shifts, minutes, routes: [fetched] })).toEqual([]);
  });
  it('on loan is as good as home, cover only where allowed', () => {
    const world = (relation: 'home' | 'loan' | 'cover'): World => ({
      shifts: [aShift({ territories: [{ territoryId: 'n', relation }] })],
      visits: [aVisit({ territoryId: 'n' })],
      rules: { territory: 'home' },
    });
    expect(broken(world('loan'))).toEqual([]);
    expect(broken(world('cover'))).toEqual(['territory']);
  });
});

describe('crews', () => {
  const crew = aShift({ id: 'c', personId: 'crew', memberIds: ['q', 'r'] });
  it('a visit for a crew goes to one that is large enough', () => {
    const world = (crewOf: number): World => ({
      shifts: [crew],
      visits: [aVisit({ crewOf })],
      routes: [route({ shiftId: 'c' })],
    });
    expect(broken(world(2))).toEqual([]);
    expect(broken(world(3))).toEqual(['crew']);
    expect(broken({ visits: [aVisit({ crewOf: 1 })] })).toEqual(['crew']);
  });
  it('a member of an active crew is not free alone (common practice)', () => {
    expect(broken({ shifts: [aShift(), crew] })).toEqual(['crew']);
    const later = { ...crew, startSec: at(16), endSec: at(20) };
    expect(broken({ shifts: [aShift(), later] })).toEqual([]);
  });
});

describe('several people at once', () => {
  const visits = [aVisit({ people: 2 })];
  const shifts = [aShift(), second()];
  it('all start together', () => {
    expect(broken({ visits, shifts, routes: [route(), route({ shiftId: 't' })] })).toEqual([]);
  });
  it('one is missing', () => {
    expect(broken({ visits, shifts })).toEqual(['structure', 'together']);
  });
  it('one starts later', () => {
    const later = route({
      shiftId: 't',
      stops: [{ visitId: 'v', startSec: at(8, 17) }],
      arriveSec: at(9, 33),
    });
    expect(broken({ visits, shifts, routes: [route(), later] })).toEqual(['together']);
  });
  it('the same person twice', () => {
    const routes = [route(), route({ shiftId: 't' })];
    expect(broken({ visits, shifts: [aShift(), second({ personId: 'q' })], routes })).toEqual(['together']);
  });
});

describe('equipment', () => {
  const unit = { id: 'lift-1', kind: 'lift', free: [{ startSec: at(8), endSec: at(12) }] };
  const visits = [aVisit({ equipment: ['lift'] })];
  const holding = (equipmentIds: string[], startSec = at(8, 16)) =>
    route({ stops: [{ visitId: 'v', startSec, equipmentIds }], arriveSec: startSec + HOUR + 960 });
  const problem = { equipment: [unit] };
  it('is held while it is free', () => {
    expect(broken({ visits, problem, routes: [holding(['lift-1'])] })).toEqual([]);
  });
  it('is missing, or of another kind', () => {
    expect(broken({ visits, problem })).toEqual(['equipment']);
    const other = { equipment: [{ ...unit, kind: 'hoist' }] };
    expect(broken({ visits, problem: other, routes: [holding(['lift-1'])] })).toEqual(['equipment']);
  });
  it('is out of its hours', () => {
    expect(broken({ visits, problem, routes: [holding(['lift-1'], at(11, 1))] })).toEqual(['equipment']);
  });
  it('is held by two at once', () => {
    const both = [...visits, aVisit({ id: 'w', equipment: ['lift'] })];
    const other = route({
      shiftId: 't',
      stops: [{ visitId: 'w', startSec: at(8, 30), equipmentIds: ['lift-1'] }],
      arriveSec: at(9, 46),
    });
    const world = { visits: both, problem, shifts: [aShift(), second()] };
    expect(broken({ ...world, routes: [holding(['lift-1']), other] })).toEqual(['equipment']);
  });
});

describe('order and person', () => {
  const stops = (gapMin: number) => [
    { visitId: 'v', startSec: at(8, 16) },
    { visitId: 'w', startSec: at(9, 16) + gapMin * 60 },
  ];
  const after = { visitId: 'v', gapSec: 600, maxGapSec: 1200 };
  it.each([
    [9, ['order']],
    [10, []],
    [20, []],
    [21, ['order']],
  ])('a gap of %i minutes where 10 to 20 are asked', (gap, expected) => {
    const visits = [aVisit(), aVisit({ id: 'w', after })];
    expect(broken({ visits, routes: [route({ stops: stops(gap), arriveSec: at(16) })] })).toEqual(expected);
  });
  it('what it follows is a loose end', () => {
    const visits = [aVisit({ after: { visitId: 'w', gapSec: 0 } }), aVisit({ id: 'w' })];
    expect(broken({ visits, loose: ['w'] })).toEqual(['order']);
  });
  it('stays with one person', () => {
    const visits = [aVisit(), aVisit({ id: 'w', samePersonAs: 'v' })];
    const other = route({ shiftId: 't', stops: [{ visitId: 'w', startSec: at(8, 16) }] });
    const world = (personId: string): World => ({
      visits,
      shifts: [aShift(), second({ personId })],
      routes: [route(), other],
    });
    expect(broken(world('q'))).toEqual([]);
    expect(broken(world('r'))).toEqual(['same-person']);
  });
});

describe('limits over several days', () => {
  const next = aShift({ id: 't', dayIx: 1, startSec: at(19), endSec: at(27) });
  const night = route({
    shiftId: 't',
    departSec: at(19),
    stops: [{ visitId: 'w', startSec: at(19, 16) }],
    arriveSec: at(20, 32),
  });
  const both: World = {
    visits: [aVisit(), aVisit({ id: 'w' })],
    shifts: [aShift(), next],
    routes: [route(), night],
  };
  /** Directive 2003/88/EC art. 3 (from memory): 11 hours of rest in each 24. Here 09:32 to 19:00 is 9 h 28. */
  it('rest between days', () => {
    expect(broken({ ...both, rules: { restSec: 11 * HOUR } })).toEqual(['rest']);
    expect(broken({ ...both, rules: { restSec: at(9, 28) } })).toEqual([]);
    expect(broken(both)).toEqual([]);
  });
  it('no rest is asked between two stretches of one day', () => {
    const sameDay = { ...both, shifts: [aShift(), { ...next, dayIx: 0 }] };
    expect(broken({ ...sameDay, rules: { restSec: 11 * HOUR } })).toEqual([]);
  });
  /** Two days of 1 h 32 each: an hour of work and 32 minutes of driving. */
  it('work that counts for a shared limit', () => {
    const limits = (maxWorkSec: number) => ({ limits: [{ id: 'week', shiftIds: ['s', 't'], maxWorkSec }] });
    expect(broken({ ...both, problem: limits(2 * at(1, 32)) })).toEqual([]);
    expect(broken({ ...both, problem: limits(2 * at(1, 32) - 1) })).toEqual(['work-limit']);
  });
});
