import { secondsAxis } from './seconds-axis';

describe('the axis of seconds', () => {
  it.each([
    [0, 0.5, 1],
    [2.9, 3, 6],
    [6, 6, 6],
    [14.6, 15, 3],
    [30, 30, 6],
    [61, 80, 4],
    [100_000, 100_002, 6],
  ])('for %d seconds ends at %d with %d ticks', (last, max, ticks) => {
    expect(secondsAxis(last)).toEqual({ max, ticks });
  });
});
