import { NEVER } from '../prepare/prepared';
import { type Held, hold, isUnitFree, letGo, unitFreeFrom } from './units';

const unit = {
  free: [
    { startSec: 100, endSec: 200 },
    { startSec: 300, endSec: 400 },
  ],
};

function heldBy(...spans: [number, number, number][]): Held[] {
  const list: Held[] = [];
  for (const [v, from, to] of spans) hold(list, { v, from, to });
  return list;
}

describe('what is held of a unit of equipment', () => {
  it('stays in the order of beginnings, however it comes and goes', () => {
    const list = heldBy([7, 150, 160], [8, 310, 320], [9, 100, 120]);
    expect(list.map((h) => h.v)).toEqual([9, 7, 8]);
    letGo(list, 7);
    letGo(list, 5);
    expect(list.map((h) => h.v)).toEqual([9, 8]);
  });

  it('is free up to the second at which it is held, and from the one at which it is let go', () => {
    const list = heldBy([1, 120, 150]);
    expect(isUnitFree(unit, list, { from: 100, to: 120 })).toBe(true);
    expect(isUnitFree(unit, list, { from: 150, to: 200 })).toBe(true);
    expect(isUnitFree(unit, list, { from: 119, to: 121 })).toBe(false);
    expect(isUnitFree(unit, list, { from: 149, to: 160 })).toBe(false);
  });

  it('is not free off duty, nor across two stretches of duty', () => {
    expect(isUnitFree(unit, [], { from: 90, to: 110 })).toBe(false);
    expect(isUnitFree(unit, [], { from: 190, to: 310 })).toBe(false);
  });

  it('is free first where the whole time fits between what is held', () => {
    const list = heldBy([1, 110, 150], [2, 160, 190]);
    expect(unitFreeFrom(unit, list, 0, 10)).toBe(100);
    expect(unitFreeFrom(unit, list, 101, 10)).toBe(150);
    expect(unitFreeFrom(unit, list, 101, 20)).toBe(300);
    expect(unitFreeFrom(unit, list, 350, 50)).toBe(350);
    expect(unitFreeFrom(unit, list, 351, 50)).toBe(NEVER);
  });
});
