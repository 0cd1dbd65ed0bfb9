import type { DayNeed } from '@/contract/day/day-view';
import { whenText } from './when-text';

const at = (h: number, m = 0): number => Date.UTC(2026, 5, 9, h, m) / 1000;
const NOW = at(9, 40);
const day = { zone: 'UTC', date: '2026-06-09' };
const need = (kind: DayNeed['kind'], moment: number) => ({ kind, at: moment }) as DayNeed;

describe('how soon something has to be looked after', () => {
  it.each([
    ['will-miss', at(9, 46), 'in 6 min'],
    ['will-miss', at(11, 40), 'in 120 min'],
    ['will-miss', at(11, 41), 'at 11:41'],
    ['silent', at(7, 57), 'since 07:57'],
    ['nobody', NOW + 20, 'now'],
    ['not-started', NOW - 20, 'now'],
    ['free', at(14), 'free'],
    ['unseen', NOW, 'not seen'],
    ['busy', at(15, 30), 'at 15:30'],
  ] as const)('%s at %s is told as %s', (kind, moment, text) => {
    expect(whenText(need(kind, moment), NOW, day)).toBe(text);
  });

  it('says of another day only what is asked for it', () => {
    const tomorrow = Date.UTC(2026, 5, 10, 8) / 1000;
    expect(whenText(need('emergency', tomorrow), NOW, day)).toBe('today');
    expect(whenText(need('leave', tomorrow), NOW, day)).toBe('06-10');
  });
});
