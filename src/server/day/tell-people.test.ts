import { changeText } from './tell-people';

const at = (h: number, m = 0): number => Date.UTC(2026, 5, 9, h, m) / 1000;
const stop = (visitId: string, startAt: number, more: { beganAt?: number } = {}) => ({
  visitId,
  part: 1,
  label: `W-${visitId}`,
  site: `Site ${visitId}`,
  startAt,
  beganAt: null,
  ...more,
});
const where = { zone: 'UTC', day: 'Tuesday, 9 June' };
type Stops = readonly ReturnType<typeof stop>[];
const written = (before: Stops, now: Stops): string | null =>
  changeText([{ before, now: [...now], ...where }]);

describe('what a technician is written of a day that changed', () => {
  it('is what is new, what is at another time, and what is gone, and nothing else', () => {
    const before = [stop('1', at(8)), stop('2', at(10)), stop('3', at(12))];
    const now = [stop('1', at(8)), stop('2', at(11, 30)), stop('4', at(14, 20))];
    expect(written(before, now)).toBe(
      'Your Tuesday, 9 June has changed. New: 14:20 Site 4. Moved: Site 2 at 11:30, was 10:00. Gone: W-3 Site 3.',
    );
    expect(written(before, before)).toBeNull();
  });

  it('leaves out a few minutes, and what they have begun themselves', () => {
    const before = [stop('1', at(8)), stop('2', at(10))];
    expect(written(before, [stop('1', at(8, 4)), stop('2', at(10))])).toBeNull();
    expect(written(before, [stop('1', at(9), { beganAt: at(9) }), stop('2', at(10))])).toBeNull();
  });

  it('names a few of many', () => {
    const now = Array.from({ length: 7 }, (_, i) => stop(String(i), at(8 + i)));
    expect(written([stop('9', at(7))], [stop('9', at(7)), ...now])).toBe(
      'Your Tuesday, 9 June has changed. New: 08:00 Site 0, 09:00 Site 1, 10:00 Site 2, 11:00 Site 3 and 3 more.',
    );
  });

  it('is the day itself where nothing had been planned', () => {
    expect(written([], [stop('1', at(8)), stop('2', at(10))])).toBe(
      'Your Tuesday, 9 June: 08:00 Site 1, 10:00 Site 2.',
    );
  });

  it('is one text about several days, in short', () => {
    const first = { before: [], now: [stop('1', at(8)), stop('2', at(10))], ...where };
    const second = {
      before: [stop('3', at(8)), stop('4', at(9))],
      now: [stop('3', at(12)), stop('5', at(9))],
      zone: 'UTC',
      day: 'Wednesday, 10 June',
    };
    const same = {
      before: [stop('6', at(8))],
      now: [stop('6', at(8))],
      zone: 'UTC',
      day: 'Thursday, 11 June',
    };
    expect(changeText([first, second, same])).toBe(
      'Your days have changed. Tuesday, 9 June: 2 new. Wednesday, 10 June: 1 new, 1 moved, 1 gone.',
    );
    expect(changeText([second, same])).toMatch(/^Your Wednesday, 10 June has changed\./);
    expect(changeText([same])).toBeNull();
  });
});
