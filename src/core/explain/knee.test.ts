import { kneeOf } from './knee';

describe('the knee of a curve of trade-offs', () => {
  it('is where much has been bought for little', () => {
    // Overtime falls from 10 to 0 while driving rises from 0 to 10: most of it is bought by the second point.
    const curve = [
      { x: 10, y: 0 },
      { x: 3, y: 1 },
      { x: 2, y: 4 },
      { x: 0, y: 10 },
    ];
    expect(kneeOf(curve)).toBe(1);
  });
  it.each([
    ['a straight line', [0, 1, 2, 3].map((i) => ({ x: 3 - i, y: i }))],
    [
      'two points',
      [
        { x: 1, y: 0 },
        { x: 0, y: 1 },
      ],
    ],
    ['nothing that changes', [0, 1, 2].map((i) => ({ x: 5, y: i }))],
    ['none at all', []],
  ])('%s has none', (_what, curve) => expect(kneeOf(curve)).toBeNull());
});
