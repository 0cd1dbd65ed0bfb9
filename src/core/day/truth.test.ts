import { aShift, aVisit, HOUR } from '../../../tests/support/small';
import type { Step } from './course';
import { truthOf } from './truth';

const spreads = { travelShare: 0.15, workShare: () => 0.4 };
const shift = aShift({});
const stepOf = (id: string, moreSec = 0): Step => ({
  visit: aVisit({ id }),
  leg: { from: 0, to: 0, via: null } as never,
  plannedSec: 0,
  workSec: HOUR + moreSec,
  notBeforeSec: 0,
  facts: moreSec > 0 ? { state: 'on-site', moreSec } : undefined,
  pauses: [],
  open: [],
});
const ids = Array.from({ length: 4000 }, (_, i) => `v${i}`);

describe('what really happens in a played day', () => {
  it('is the same for the same seed in whatever order it is asked, and another for another', () => {
    const [one, two, other] = [truthOf(1, spreads), truthOf(1, spreads), truthOf(2, spreads)];
    const ask = (truth: typeof one, id: string): number => truth.draw.work(stepOf(id), shift, HOUR, 0);
    const there = ids.slice(0, 50).map((id) => ask(one, id));
    const back = [...ids.slice(0, 50)].reverse().map((id) => ask(two, id));
    expect(back.reverse()).toEqual(there);
    expect(ids.slice(0, 50).map((id) => ask(other, id))).not.toEqual(there);
  });

  it('spreads as it is expected to: the mean and the deviation are those of the kind', () => {
    const truth = truthOf(5, spreads);
    const drawn = ids.map((id) => truth.draw.work(stepOf(id), shift, HOUR, 0) / HOUR);
    const mean = drawn.reduce((a, b) => a + b, 0) / drawn.length;
    const deviation = Math.sqrt(drawn.reduce((a, b) => a + (b - mean) ** 2, 0) / drawn.length);
    expect(mean).toBeGreaterThan(0.97);
    expect(mean).toBeLessThan(1.03);
    expect(deviation).toBeGreaterThan(0.35);
    expect(deviation).toBeLessThan(0.45);
  });

  it('is not longer for what was asked for on top', () => {
    const truth = truthOf(5, spreads);
    for (const id of ids.slice(0, 20))
      expect(truth.draw.work(stepOf(id, 1800), shift, HOUR + 1800, 0)).toBeCloseTo(
        truth.draw.work(stepOf(id), shift, HOUR, 0),
        6,
      );
  });

  it('goes wrong now and then, and most often not', () => {
    const truth = truthOf(3, spreads);
    const share = (wrong: (id: string) => boolean): number => ids.filter(wrong).length / ids.length;
    for (const [got, least, most] of [
      [share((id) => truth.failure(id) !== null), 0.03, 0.09],
      [share((id) => truth.lateSec(id) > 0), 0.05, 0.11],
      [share((id) => truth.silence(id) !== null), 0.03, 0.07],
      [share((id) => truth.breakdownSec(id) !== null), 0.02, 0.06],
    ] as const) {
      expect(got).toBeGreaterThan(least);
      expect(got).toBeLessThan(most);
    }
    for (const id of ids) {
      const quiet = truth.silence(id);
      if (quiet) expect(quiet.untilSec).toBeGreaterThan(quiet.fromSec);
    }
  });
});
