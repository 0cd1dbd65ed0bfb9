import type { DayPerson } from '@/contract/day/day-view';
import { fullHours, hoursOf } from './axis';

const HOUR = 3600;
const person = (shiftStart: number, shiftEnd: number, homeAt = shiftEnd): DayPerson => ({
  id: 'p',
  name: 'P',
  zone: 'UTC',
  territoryId: 't',
  phone: '',
  isCrew: false,
  state: 'free',
  heardAt: null,
  shiftStart,
  shiftEnd,
  stops: [],
  breaks: [],
  breakBeganAt: null,
  homeAt,
  overtimeSec: 0,
  outReason: '',
  hasSeen: null,
  place: null,
});

describe('hours of the day screen', () => {
  it('go from the full hour before the first to the one after the last is home', () => {
    const people = [person(7.5 * HOUR, 15 * HOUR), person(8 * HOUR, 16 * HOUR, 17.2 * HOUR)];
    expect(hoursOf(people, 0)).toEqual({ from: 7 * HOUR, to: 18 * HOUR });
  });

  it('are that of now where nobody is', () => {
    expect(hoursOf([], 9.4 * HOUR)).toEqual({ from: 9 * HOUR, to: 10 * HOUR });
  });

  it('are each full hour, both ends among them', () => {
    expect(fullHours({ from: 2 * HOUR, to: 4 * HOUR })).toEqual([2 * HOUR, 3 * HOUR, 4 * HOUR]);
  });
});
