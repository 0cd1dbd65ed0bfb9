import type { FilteredPerson } from '@/contract/playbooks/filter';
import { GROUP_KEY, type PlaybookContent, playbookContent } from '@/contract/playbooks/playbook';
import { SHIPPED_PLAYBOOKS } from '@/contract/playbooks/starting-playbook';
import { pairReasons } from '@/core/explain/pair-reasons';
import { indexProblem, type Shift, type Visit } from '@/core/index';
import type { VisitRow } from '@/db/repositories/shared/schedule';
import { aProblem, aShift, aVisit, HOUR } from '../../../../../tests/support/small';
import type { Needs } from '../needs';
import { scopedRules } from './scopes';
import { shiftUnderRules, weekRuleOf } from './shift-rules';
import { underRules } from './work-rules';

const balanced = SHIPPED_PLAYBOOKS[0]!.content;
type Rules = PlaybookContent['rules'];
const withRules = (change: Partial<{ [K in keyof Rules]: Partial<Rules[K]> | Rules[K] }>): PlaybookContent =>
  playbookContent.parse({
    ...balanced,
    rules: {
      ...balanced.rules,
      ...Object.fromEntries(
        Object.entries(change).map(([id, value]) => [
          id,
          Array.isArray(value) ? value : { ...balanced.rules[id as keyof Rules], ...value },
        ]),
      ),
    },
  });
const only = <O extends 'visit' | 'person'>(of: O, field: string, ...values: string[]) => ({
  mode: 'all' as const,
  conditions: [{ of, field, is: 'is' as const, values }],
});
const others = only('person', 'person', 'somebody-else');
const otherWork = only('visit', 'priority', '1');
const person: FilteredPerson = { id: 'q', who: 'employee', homes: ['t'], groups: [], attributes: {} };
const work = { priority: 3, jobKindId: 'k', territoryId: 't', attributes: {} };

/** What a rule that looks at a pair says of one, as the playbook has it. */
function reasons(playbook: PlaybookContent, visit: Partial<Visit>, shift: Partial<Shift> = {}) {
  const problem = aProblem([aShift(shift)], [aVisit(visit)]);
  const rules = scopedRules(playbook, {
    work: new Map([['v', work]]),
    people: new Map([['q', person]]),
  });
  const index = indexProblem({ ...problem, rules });
  return pairReasons(index, index.problem.visits[0]!, index.problem.shifts[0]!);
}

describe('rules on pairs: on, off, and kept to others', () => {
  const climbs = {
    id: 'climbing',
    on: true,
    personKey: 'climbs',
    match: 'equals' as const,
    visitKey: 'climbs',
  };
  it.each<[string, keyof Rules, Partial<Visit>, string]>([
    ['skills', 'skills', { skills: [{ skillId: 's', level: 2 }] }, 'skills'],
    ['territory', 'territory', { territoryId: 'elsewhere' }, 'territory'],
    ['wishes of the customer', 'persons', { neverPersonIds: ['q'] }, 'persons'],
    ['named groups', 'groups', { attributes: { [GROUP_KEY]: ['night'] } }, 'attributes'],
  ])('%s', (_name, id, visit, code) => {
    expect(reasons(balanced, visit)).toEqual([code]);
    expect(reasons(withRules({ [id]: { on: false } }), visit)).toEqual([]);
    expect(reasons(withRules({ [id]: { appliesTo: others } }), visit)).toEqual([]);
    expect(reasons(withRules({ [id]: { appliesTo: otherWork } }), visit)).toEqual([]);
    const mine = {
      mode: 'any' as const,
      conditions: [...others.conditions, ...only('visit', 'priority', '3').conditions],
    };
    expect(reasons(withRules({ [id]: { appliesTo: mine } }), visit)).toEqual([code]);
  });
  it('own territory only, or cover as well', () => {
    const cover = { territories: [{ territoryId: 't', relation: 'cover' as const }] };
    expect(reasons(balanced, { territoryId: 't' }, cover)).toEqual([]);
    expect(reasons(withRules({ territory: { setting: 'home' } }), { territoryId: 't' }, cover)).toEqual([
      'territory',
    ]);
  });
  it('attributes of one’s own', () => {
    const visit = { attributes: { climbs: true } };
    const rule = { ...climbs, appliesTo: { mode: 'all' as const, conditions: [] } };
    expect(reasons(withRules({ attributes: [rule] }), visit)).toEqual(['attributes']);
    expect(reasons(withRules({ attributes: [{ ...rule, on: false }] }), visit)).toEqual([]);
    expect(reasons(withRules({ attributes: [{ ...rule, appliesTo: others }] }), visit)).toEqual([]);
  });
});

describe('rules on work: on, off, and kept to others', () => {
  const row = {
    priority: 3,
    jobKindId: 'k',
    territoryId: 't',
    dueAt: 1000,
    afterVisitId: 'before',
    samePersonAsId: 'before',
    tiedStartAt: 500,
    tiedPersonId: 'q',
  } as VisitRow;
  const needs = {
    leadTimeMin: 60,
    partIds: ['pump'],
    equipmentKindIds: ['lift'],
    load: 2,
    attributes: {},
  } as unknown as Needs;
  const under = (playbook: PlaybookContent) => underRules(row, needs, playbook.rules, 9000);
  it.each<[keyof Rules, (r: ReturnType<typeof under>) => unknown, unknown, unknown]>([
    ['late', (r) => r.lateSec, 1800, Number.POSITIVE_INFINITY],
    ['due', (r) => r.row.dueAt, 1000, 9000],
    ['lead', (r) => r.needs.leadTimeMin, 60, 0],
    ['access', (r) => r.hasAccess, true, false],
    ['parts', (r) => r.needs.partIds, ['pump'], []],
    ['equipment', (r) => r.needs.equipmentKindIds, ['lift'], []],
    ['load', (r) => r.needs.load, 2, 0],
    ['order', (r) => r.row.afterVisitId, 'before', null],
    ['samePerson', (r) => r.row.samePersonAsId, 'before', null],
    ['ties', (r) => [r.row.tiedStartAt, r.row.tiedPersonId], [500, 'q'], [null, null]],
  ])('%s', (id, look, held, free) => {
    expect(look(under(balanced))).toEqual(held);
    expect(look(under(withRules({ [id]: { on: false } })))).toEqual(free);
    expect(look(under(withRules({ [id]: { appliesTo: otherWork } })))).toEqual(free);
    expect(look(under(withRules({ [id]: { appliesTo: only('visit', 'priority', '3') } })))).toEqual(held);
  });
  it('lateness has other limits for some work', () => {
    const others = [{ min: 5, appliesTo: only('visit', 'priority', '3') }];
    expect(under(withRules({ late: { others } })).lateSec).toBe(300);
  });
});

describe('rules on people: on, off, and kept to others', () => {
  const shift = aShift({
    overtimeLimitSec: 1800,
    allowanceBeforeSec: 600,
    allowanceAfterSec: 900,
    breaks: [{ durationSec: 1800, earliestSec: 11 * HOUR, latestSec: 13 * HOUR }],
    maxVisits: 5,
    maxTravelSec: 3 * HOUR,
    reach: { sec: 3600, m: 50_000 },
    payPerSec: 1000,
    outPrice: 3_000_000,
  });
  const under = (playbook: PlaybookContent, s = shift) => shiftUnderRules(s, person, playbook);
  const NONE = 12 * HOUR;
  it.each<[keyof Rules, (s: Shift) => unknown, unknown, unknown]>([
    ['overtime', (s) => s.overtimeLimitSec, 1800, NONE],
    ['ownTime', (s) => [s.allowanceBeforeSec, s.allowanceAfterSec], [600, 900], [NONE, NONE]],
    ['breaks', (s) => s.breaks.length, 1, 0],
    ['day', (s) => [s.maxVisits, s.maxTravelSec], [5, 3 * HOUR], [undefined, undefined]],
    ['reach', (s) => s.reach, { sec: 3600, m: 50_000 }, undefined],
  ])('%s', (id, look, held, free) => {
    expect(look(under(balanced))).toEqual(held);
    expect(look(under(withRules({ [id]: { on: false } })))).toEqual(free);
    expect(look(under(withRules({ [id]: { appliesTo: others } })))).toEqual(free);
    expect(look(under(withRules({ [id]: { appliesTo: only('person', 'person', 'q') } })))).toEqual(held);
  });
  it('limits of the playbook go before those that are wider', () => {
    const s = under(
      withRules({
        overtime: { mostMin: 20 },
        ownTime: { setting: 'never' },
        day: { mostVisits: 4, mostDrivingMin: 600 },
        reach: { legMin: 45, firstMin: 90 },
      }),
    );
    expect(s).toMatchObject({
      overtimeLimitSec: 1200,
      allowanceBeforeSec: 0,
      maxVisits: 4,
      maxTravelSec: 3 * HOUR,
      reach: { sec: 2700, m: 50_000 },
      firstReach: { sec: 5400 },
    });
  });
  it('whoever has no break gets the one that the law asks for, again and again where it is so', () => {
    const none = aShift();
    const law = (more: object) => withRules({ legalBreak: { on: true, ...more } });
    expect(under(law({}), none).breaks).toEqual([
      { durationSec: 1800, earliestSec: 12 * HOUR, latestSec: 14 * HOUR },
    ]);
    expect(under(law({}), aShift({ endSec: 13 * HOUR })).breaks).toEqual([]);
    expect(under(law({}), shift).breaks).toEqual(shift.breaks);
    expect(under(law({ appliesTo: others }), none).breaks).toEqual([]);
    const often = under(law({ afterMin: 150, lengthMin: 15, repeats: true }), none).breaks;
    expect(often.map((b) => b.latestSec / HOUR)).toEqual([10.5, 11.25, 12, 12.75]);
  });
  it('the week: one’s own hours and no more than the playbook says', () => {
    expect(weekRuleOf(person, balanced.rules)).toEqual({ hasOwn: true, mostMin: null, normalMin: null });
    expect(weekRuleOf(person, withRules({ week: { on: false } }).rules).hasOwn).toBe(false);
    const both = withRules({ week: { mostMin: 2880 }, weekNormal: { on: true, min: 2400 } });
    expect(weekRuleOf(person, both.rules)).toEqual({ hasOwn: true, mostMin: 2880, normalMin: 2400 });
    expect(weekRuleOf(person, withRules({ week: { appliesTo: others } }).rules).hasOwn).toBe(false);
  });
  it('rest is asked of whom it applies to', () => {
    const of = (appliesTo: object) =>
      scopedRules(withRules({ rest: { appliesTo: appliesTo as never } }), {
        work: new Map(),
        people: new Map([['q', person]]),
      });
    expect(of(only('person', 'person', 'q')).scopes?.rest).toEqual({ match: 'both', personIds: ['q'] });
    expect(of({ mode: 'all', conditions: [] }).scopes).toBeUndefined();
    expect(
      scopedRules(withRules({ rest: { on: false } }), { work: new Map(), people: new Map() }).restSec,
    ).toBeUndefined();
  });
  it('prices of people: their own overtime, days out, and how much of their pay counts', () => {
    const playbook = playbookContent.parse({
      ...balanced,
      prices: { ...balanced.prices, personOut: 10, payPercent: 50 },
      exceptions: [
        { price: 'overtimeHour', appliesTo: only('person', 'who', 'employee'), amount: 36 },
        { price: 'personOut', appliesTo: only('person', 'who', 'employee'), amount: 4 },
      ],
    });
    expect(under(playbook)).toMatchObject({ overtimePerSec: 10_000, outPrice: 3_000_000, payPerSec: 500 });
    const crew = shiftUnderRules(shift, { ...person, who: 'crew' }, playbook);
    expect(crew.overtimePerSec).toBeUndefined();
    // The plan's own price is the least of all, 4; a crew pays 6 more on top of its own 3.
    expect(crew.outPrice).toBe(9_000_000);
  });
});
