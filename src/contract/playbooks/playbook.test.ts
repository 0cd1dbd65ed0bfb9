import { PLAYBOOKS } from '../../../demo/company';
import { type Condition, fits, fitsPerson, pairTest } from './filter';
import {
  corePrices,
  coreRules,
  looseEndPrice,
  personPriceOf,
  playbookContent,
  readPlaybookContent,
  visitPricesOf,
} from './playbook';
import { PRESETS, withPreset } from './presets';
import { SHIPPED_PLAYBOOKS } from './starting-playbook';

const everyday = readPlaybookContent(PLAYBOOKS[0].content);
const all = (...conditions: Condition[]) => ({ mode: 'all' as const, conditions });
const is = (field: string, ...values: string[]): Condition => ({ of: 'visit', field, is: 'is', values });
const who = (field: string, ...values: string[]): Condition => ({ of: 'person', field, is: 'is', values });
const anna = {
  id: 'anna',
  who: 'contractor' as const,
  homes: ['quay'],
  groups: ['night'],
  attributes: { age: 7 },
};
const work = { priority: 3, jobKindId: 'meter', territoryId: 'quay', attributes: { grid: 'low' } };

describe('prices of a playbook for the core', () => {
  it('are whole millionths of the currency per second, metre and piece', () => {
    expect(corePrices(everyday)).toEqual({
      travelPerSec: 6667,
      travelPerM: 120,
      overtimePerSec: 21_667,
      sharedOvertimePerSec: 10_833,
      latePerSec: 20_000,
      missedWindow: 60_000_000,
      dayWaited: 4_000_000,
      favouredMissed: 14_000_000,
      avoidedUsed: 14_000_000,
      coverVisit: 11_000_000,
      loanVisit: 3_000_000,
      levelToSpare: 0,
      changed: 0,
      moved: 0,
      movedSec: 0,
      marginPerSec: 0,
      marginSec: 0,
      siteTrip: 0,
      unfairPerSec: 0,
      personOut: 0,
    });
  });
  it('of loose ends go by priority, and stay inside 1 to 5', () => {
    expect([0, 1, 3, 5, 9].map((p) => looseEndPrice(everyday, p) / 1e6)).toEqual([420, 420, 150, 60, 60]);
  });
});

describe('prices of some of the work', () => {
  const playbook = playbookContent.parse({
    ...everyday,
    exceptions: [
      { price: 'lateMinute', appliesTo: all(is('kind', 'meter')), amount: 6 },
      { price: 'lateMinute', appliesTo: all(), amount: 9 },
      { price: 'looseEnd', appliesTo: all(is('territory', 'quay'), is('priority', '3')), amount: 500 },
      { price: 'overtimeHour', appliesTo: all(who('who', 'contractor')), amount: 50 },
    ],
  });
  it('come from the first exception that fits', () => {
    expect(visitPricesOf(playbook, work, {})).toEqual({
      prices: { latePerSec: 100_000 },
      looseEnd: 500_000_000,
    });
    expect(visitPricesOf(playbook, { ...work, jobKindId: 'other', priority: 1 }, {})).toEqual({
      prices: { latePerSec: 150_000 },
      looseEnd: 420_000_000,
    });
  });
  it('of the work itself go before exceptions; none leaves the playbook’s', () => {
    expect(visitPricesOf(playbook, work, { lateMinute: 0, looseEnd: 7 })).toEqual({
      prices: { latePerSec: 0 },
      looseEnd: 7_000_000,
    });
    expect(visitPricesOf({ ...everyday, exceptions: [] }, work, {}).prices).toBeUndefined();
  });
  it('of people come from the first exception that fits them', () => {
    expect(personPriceOf(playbook, 'overtimeHour', anna)).toBe(50);
    expect(personPriceOf(playbook, 'overtimeHour', { ...anna, who: 'crew' })).toBeUndefined();
    expect(personPriceOf(playbook, 'personOut', anna)).toBeUndefined();
  });
});

describe('filters', () => {
  const order = (field: string, op: 'at-least' | 'at-most' | 'is-not', value: string): Condition => ({
    ...is(field, value),
    is: op,
  });
  it.each([
    [all(), true],
    [all(is('priority', '1', '3')), true],
    [all(is('priority', '1')), false],
    [all(is('attribute:grid', 'low')), true],
    [all(is('attribute:grid', 'high')), false],
    [all(is('territory', 'north')), false],
    [all(is('kind', 'meter'), is('territory', 'quay')), true],
    [all(is('kind', 'meter'), is('territory', 'north')), false],
    [{ mode: 'any' as const, conditions: [is('kind', 'meter'), is('territory', 'north')] }, true],
    [all(order('priority', 'at-most', '3')), true],
    [all(order('priority', 'at-least', '4')), false],
    [all(order('kind', 'is-not', 'meter')), false],
    [all(order('attribute:none', 'is-not', 'x')), true],
    [all(order('attribute:none', 'at-least', '1')), false],
  ])('%j: %s', (filter, expected) => {
    expect(fits(filter, work)).toBe(expected);
  });
  it('work in no territory fits no filter by territory', () => {
    expect(fits(all(is('territory', 'quay')), { ...work, territoryId: null })).toBe(false);
  });
  it.each([
    [who('who', 'contractor'), true],
    [who('home', 'north'), false],
    [who('group', 'night', 'day'), true],
    [who('person', 'anna'), true],
    [{ ...who('attribute:age', '7'), is: 'at-least' as const }, true],
    [{ ...who('attribute:age', '8'), is: 'at-least' as const }, false],
  ])('of people: %j is %s', (condition, expected) => {
    expect(fitsPerson(all(condition), anna)).toBe(expected);
  });
  it('on both are cut in two: both halves hold, or either', () => {
    expect(pairTest(all())).toBeNull();
    const both = pairTest(all(is('priority', '1'), who('who', 'crew')))!;
    expect([both.match, both.work!(work), both.person!(anna)]).toEqual(['both', false, false]);
    const work1 = pairTest(all(is('priority', '3')))!;
    expect([work1.match, work1.person]).toEqual(['both', null]);
    const either = pairTest({ mode: 'any', conditions: [is('priority', '3')] })!;
    expect([either.match, either.work!(work), either.person!(anna)]).toEqual(['either', true, false]);
  });
});

describe('playbooks', () => {
  it.each(PLAYBOOKS.map((p) => [p.name, p] as const))('%s of the demo is valid', (_name, playbook) => {
    expect(coreRules(readPlaybookContent(playbook.content)).skills).toBe(true);
  });
  it('the one to begin with asks for the daily rest of Directive 2003/88/EC, article 3', () => {
    expect(coreRules(SHIPPED_PLAYBOOKS[0]!.content).restSec).toBe(11 * 3600);
  });
  it('four are shipped, and each preset leaves a valid one', () => {
    expect(SHIPPED_PLAYBOOKS.map((p) => p.name)).toEqual([
      'Balanced',
      'Promises first',
      'Cost first',
      'Storm week',
    ]);
    for (const preset of PRESETS) {
      const { content } = SHIPPED_PLAYBOOKS[0]!;
      const laid = { ...content, rules: withPreset(content.rules, preset) };
      expect(playbookContent.parse(laid)).toEqual(laid);
    }
  });
  it('presets are those of their sources: Directive 2003/88/EC art. 3, 4, 6; Regulation (EC) 561/2006 art. 7; 29 U.S.C. § 207', () => {
    const { rules } = SHIPPED_PLAYBOOKS[0]!.content;
    const directive = withPreset(rules, 'directive-2003-88');
    expect([directive.rest.min, directive.legalBreak.afterMin, directive.week.mostMin]).toEqual([
      660, 360, 2880,
    ]);
    const regulation = withPreset(rules, 'regulation-561').legalBreak;
    expect([regulation.afterMin, regulation.lengthMin, regulation.repeats]).toEqual([270, 45, true]);
    expect(withPreset(rules, 'fair-labor').weekNormal).toMatchObject({ on: true, min: 2400 });
  });
  it('stored in earlier formats are raised: what those did not know has no price, and the usual rule', () => {
    const { drivingHour, drivingKm, overtimeHour, lateMinute, missedWindow } = everyday.prices;
    const { dayWaited, favouredMissed, coverVisit, personOut, looseEnd } = everyday.prices;
    const prices = {
      drivingHour,
      drivingKm,
      overtimeHour,
      lateMinute,
      missedWindow,
      dayWaited,
      favouredMissed,
      coverVisit,
      personOut,
      looseEnd,
    };
    const first = { rules: { skills: true, territory: 'anybody', persons: false, lateLimitMin: 20 }, prices };
    const raised = readPlaybookContent(first);
    expect(raised).toMatchObject({
      format: 3,
      rules: {
        skills: { on: true },
        territory: { on: false },
        persons: { on: false },
        late: { on: true, min: 20 },
        rest: { on: false },
        due: { on: true },
      },
      prices: { drivingHour, loanVisit: 0, siteTrip: 0, payPercent: 100 },
      exceptions: [],
    });
    expect(readPlaybookContent(raised)).toEqual(raised);
    expect(() => readPlaybookContent({ ...first, extra: 1 })).toThrow();
    expect(everyday.exceptions).toEqual([
      { price: 'dayWaited', appliesTo: all(is('priority', '1')), amount: 8 },
    ]);
    expect(everyday.rules.attributes[0]).toMatchObject({ id: 'climbing', on: true, appliesTo: all() });
  });
  it.each([
    ['a negative price', { prices: { ...everyday.prices, drivingHour: -1 } }],
    ['a missing priority', { prices: { ...everyday.prices, looseEnd: [1, 2, 3, 4] } }],
    ['an unknown rule', { rules: { ...everyday.rules, moon: true } }],
    ['half a minute of lateness', { rules: { ...everyday.rules, late: { min: 0.5 } } }],
    [
      'a rule on people kept to work',
      { rules: { ...everyday.rules, rest: { on: true, appliesTo: all(is('priority', '1')) } } },
    ],
    [
      'a condition on nothing',
      { exceptions: [{ price: 'looseEnd', appliesTo: all(is('moon', '1')), amount: 1 }] },
    ],
    [
      'an order of words',
      {
        exceptions: [
          { price: 'looseEnd', appliesTo: all({ ...is('kind', 'a'), is: 'at-least' }), amount: 1 },
        ],
      },
    ],
    [
      'a price of people for work',
      { exceptions: [{ price: 'personOut', appliesTo: all(is('kind', 'a')), amount: 1 }] },
    ],
    ['an exception to nothing', { exceptions: [{ price: 'moon', appliesTo: {}, amount: 1 }] }],
  ])('with %s are refused', (_what, change) => {
    expect(playbookContent.safeParse({ ...everyday, ...change }).success).toBe(false);
  });
});
