import fc from 'fast-check';
import { clockText, readClock, spanText } from './quantities';

describe('spans and clocks', () => {
  it.each([
    [0, '0 min'],
    [45, '45 min'],
    [60, '1 h'],
    [80, '1 h 20'],
    [125, '2 h 05'],
  ])('%d minutes are %s', (minutes, text) => expect(spanText(minutes)).toBe(text));

  it.each([
    ['8', 480],
    ['8:30', 510],
    ['0830', 510],
    ['08.30', 510],
    ['8h30', 510],
    [' 17:05 ', 1025],
    ['24:00', 1440],
    ['30:00', 1800],
    ['48:00', 2880],
  ])('%j is %d minutes past midnight', (text, minutes) => expect(readClock(text)).toBe(minutes));

  it.each(['', 'noon', '8:60', '49', '48:01', '8:3', '-1', '8:30:00'])('%j is no clock', (text) =>
    expect(readClock(text)).toBeNull(),
  );

  it('read what they write, past midnight too', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2880 }), (minutes) => {
        expect(readClock(clockText(minutes))).toBe(minutes);
      }),
    ));
});
