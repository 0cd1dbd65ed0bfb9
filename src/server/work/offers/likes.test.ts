import { instantOf } from '@/core/index';
import { isLiked } from './likes';

const zone = 'Atlantic/Madeira';
/** A window on a day of June 2026; the 9th is a Tuesday. */
const window = (date: string, fromH: number, toH: number) => ({
  startAt: instantOf(date, fromH * 60, zone),
  endAt: instantOf(date, toH * 60, zone),
});

describe('what somebody likes best', () => {
  it('is nothing where they like nothing better', () =>
    expect(isLiked({ days: [], fromMin: null, toMin: null, zone }, window('2026-06-09', 8, 10))).toBe(false));

  it.each([
    ['2026-06-09', 8, 10, true],
    ['2026-06-10', 8, 10, false],
    ['2026-06-09', 7, 9, false],
    ['2026-06-09', 11, 13, false],
  ])('is Tuesdays from 8 to 12: %s, %d to %d', (date, from, to, is) =>
    expect(isLiked({ days: [2], fromMin: 480, toMin: 720, zone }, window(date, from, to))).toBe(is),
  );

  it('goes by the clock of the site, on the day that is there', () => {
    // Late on Tuesday in Madeira is Wednesday in Auckland.
    const late = window('2026-06-09', 20, 22);
    const likes = { days: [3], fromMin: null, toMin: null };
    expect(isLiked({ ...likes, zone }, late)).toBe(false);
    expect(isLiked({ ...likes, zone: 'Pacific/Auckland' }, late)).toBe(true);
  });
});
