import { PLAYBOOKS } from '../../../demo/company';
import {
  corePrices,
  coreRules,
  fits,
  looseEndPrice,
  playbookContent,
  readPlaybookContent,
  visitPricesOf,
} from './playbook';
import { SHIPPED_PLAYBOOKS } from './starting-playbook';

const everyday = playbookContent.parse(PLAYBOOKS[0].content);
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
      { price: 'lateMinute', appliesTo: { jobKindIds: ['meter'] }, amount: 6 },
      { price: 'lateMinute', appliesTo: {}, amount: 9 },
      { price: 'looseEnd', appliesTo: { territoryIds: ['quay'], priorities: [3] }, amount: 500 },
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
    expect(visitPricesOf(everyday, work, {}).prices).toBeUndefined();
  });
  it.each([
    [{}, true],
    [{ priorities: [1, 3] }, true],
    [{ priorities: [1] }, false],
    [{ attributes: { grid: 'low' } }, true],
    [{ attributes: { grid: 'high' } }, false],
    [{ territoryIds: ['north'] }, false],
    [{ jobKindIds: ['meter'], territoryIds: ['quay'] }, true],
  ])('the filter %j', (filter, expected) => {
    const whole = playbook.exceptions[1]!.appliesTo;
    expect(fits({ ...whole, ...filter }, work)).toBe(expected);
  });
  it('work in no territory fits no filter by territory', () => {
    const whole = playbook.exceptions[1]!.appliesTo;
    expect(fits({ ...whole, territoryIds: ['quay'] }, { ...work, territoryId: null })).toBe(false);
  });
});

describe('playbooks', () => {
  it.each(PLAYBOOKS.map((p) => [p.name, p] as const))('%s of the demo is valid', (_name, playbook) => {
    expect(coreRules(playbookContent.parse(playbook.content)).skills).toBe(true);
  });
  it('the one to begin with asks for the daily rest of Directive 2003/88/EC, article 3', () => {
    expect(coreRules(SHIPPED_PLAYBOOKS[0]!.content).restSec).toBe(11 * 3600);
  });
  it('stored in the first format are raised: what that did not know has no price', () => {
    const { drivingHour, drivingKm, overtimeHour, lateMinute, missedWindow } = everyday.prices;
    const { dayWaited, favouredMissed, coverVisit, personOut, looseEnd } = everyday.prices;
    const first = {
      rules: { skills: true, territory: 'home', persons: false, lateLimitMin: 20 },
      prices: {
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
      },
    };
    const raised = readPlaybookContent(first);
    expect(raised).toMatchObject({ format: 2, rules: { ...first.rules, restMin: null }, exceptions: [] });
    expect(raised.prices).toMatchObject({ drivingHour, loanVisit: 0, siteTrip: 0 });
    expect(readPlaybookContent(raised)).toEqual(raised);
    expect(() => readPlaybookContent({ ...first, extra: 1 })).toThrow();
  });
  it.each([
    ['a negative price', { prices: { ...everyday.prices, drivingHour: -1 } }],
    ['a missing priority', { prices: { ...everyday.prices, looseEnd: [1, 2, 3, 4] } }],
    ['an unknown rule', { rules: { ...everyday.rules, moon: true } }],
    ['half a minute of lateness', { rules: { ...everyday.rules, lateLimitMin: 0.5 } }],
    ['an exception to nothing', { exceptions: [{ price: 'moon', appliesTo: {}, amount: 1 }] }],
  ])('with %s are refused', (_what, change) => {
    expect(playbookContent.safeParse({ ...everyday, ...change }).success).toBe(false);
  });
});
