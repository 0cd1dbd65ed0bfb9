import { workingIntervals } from '@/core/time/week-pattern';
import { instantOf, offsetMinutes } from '@/core/time/zone';

const iso = (sec: number): string => new Date(sec * 1000).toISOString();
const night = {
  weeks: [Array.from({ length: 7 }, () => [{ startMin: 22 * 60, endMin: 30 * 60 }])],
  anchorDate: '2025-01-06',
};
const hours = (date: string, zone: string): number =>
  workingIntervals(night, [], date, zone).reduce((s, i) => s + i.endSec - i.startSec, 0) / 3600;

/** Facts of the IANA time zone database, from memory. */
describe('daylight saving', () => {
  it('London springs forward on 2025-03-30 at 01:00 and back on 2025-10-26', () => {
    expect(iso(instantOf('2025-03-30', 0, 'Europe/London'))).toBe('2025-03-30T00:00:00.000Z');
    expect(iso(instantOf('2025-03-30', 180, 'Europe/London'))).toBe('2025-03-30T02:00:00.000Z');
    expect(iso(instantOf('2025-10-26', 180, 'Europe/London'))).toBe('2025-10-26T03:00:00.000Z');
  });
  it('New York changes on 2025-03-09 and 2025-11-02', () => {
    expect(offsetMinutes(instantOf('2025-03-09', 60, 'America/New_York'), 'America/New_York')).toBe(-300);
    expect(offsetMinutes(instantOf('2025-03-09', 240, 'America/New_York'), 'America/New_York')).toBe(-240);
    expect(offsetMinutes(instantOf('2025-11-02', 240, 'America/New_York'), 'America/New_York')).toBe(-300);
  });
  it('Lord Howe moves by 30 minutes', () => {
    const summer = offsetMinutes(instantOf('2025-01-15', 720, 'Australia/Lord_Howe'), 'Australia/Lord_Howe');
    const winter = offsetMinutes(instantOf('2025-07-15', 720, 'Australia/Lord_Howe'), 'Australia/Lord_Howe');
    expect(summer - winter).toBe(30);
  });
  it('Kathmandu is 5 h 45 ahead', () => {
    expect(offsetMinutes(0x67000000, 'Asia/Kathmandu')).toBe(345);
  });
  it('Apia has no 2011-12-30', () => {
    const a = instantOf('2011-12-29', 720, 'Pacific/Apia');
    const b = instantOf('2011-12-31', 720, 'Pacific/Apia');
    expect((b - a) / 3600).toBe(24);
  });
  it.each([
    ['2025-03-29', 7],
    ['2025-10-25', 9],
    ['2025-06-10', 8],
  ])('a London shift 22:00 to 06:00 on %s is %i h long', (date, length) => {
    expect(hours(date, 'Europe/London')).toBe(length);
  });
  it('the Azores change at 00:00 local, with all of Europe at 01:00 UTC', () => {
    const change = Date.UTC(2025, 2, 30, 1) / 1000;
    expect(offsetMinutes(change - 1, 'Atlantic/Azores')).toBe(-60);
    expect(offsetMinutes(change, 'Atlantic/Azores')).toBe(0);
    expect(offsetMinutes(change - 1, 'Europe/Madrid')).toBe(60);
    expect(offsetMinutes(change, 'Europe/Madrid')).toBe(120);
  });
});
