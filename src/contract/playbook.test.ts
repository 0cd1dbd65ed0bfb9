import { PLAYBOOKS } from '../../demo/company';
import { corePrices, coreRules, looseEndPrice, playbookContent } from './playbook';

const everyday = playbookContent.parse(PLAYBOOKS[0].content);

describe('prices of a playbook for the core', () => {
  it('are whole millionths of the currency per second, metre and piece', () => {
    expect(corePrices(everyday)).toEqual({
      travelPerSec: 6667,
      travelPerM: 120,
      overtimePerSec: 21_667,
      latePerSec: 20_000,
      missedWindow: 60_000_000,
      dayWaited: 4_000_000,
      favouredMissed: 14_000_000,
      coverVisit: 11_000_000,
      personOut: 0,
    });
  });
  it('of loose ends go by priority, and stay inside 1 to 5', () => {
    expect([0, 1, 3, 5, 9].map((p) => looseEndPrice(everyday, p) / 1e6)).toEqual([420, 420, 150, 60, 60]);
  });
});

describe('playbooks', () => {
  it.each(PLAYBOOKS.map((p) => [p.name, p] as const))('%s of the demo is valid', (_name, playbook) => {
    expect(coreRules(playbookContent.parse(playbook.content)).skills).toBe(true);
  });
  it.each([
    ['a negative price', { prices: { ...everyday.prices, drivingHour: -1 } }],
    ['a missing priority', { prices: { ...everyday.prices, looseEnd: [1, 2, 3, 4] } }],
    ['an unknown rule', { rules: { ...everyday.rules, moon: true } }],
    ['half a minute of lateness', { rules: { ...everyday.rules, lateLimitMin: 0.5 } }],
  ])('with %s are refused', (_what, change) => {
    expect(playbookContent.safeParse({ ...everyday, ...change }).success).toBe(false);
  });
});
