import {
  addDays,
  clock,
  dateIn,
  dayCount,
  dayText,
  instantToLocal,
  localToInstant,
  momentText,
  mondayOf,
  shortDay,
  ZONES,
} from './time';

const AT = Date.UTC(2026, 5, 9, 8, 40) / 1000;

describe('days and clocks as they are shown', () => {
  it('go by the zone that is asked for', () => {
    expect(clock(AT, 'Atlantic/Madeira')).toBe('09:40');
    expect(clock(AT, 'Atlantic/Azores')).toBe('08:40');
    expect(dateIn(AT, 'Pacific/Auckland')).toBe('2026-06-09');
    expect(dateIn(AT + 4 * 3600, 'Pacific/Auckland')).toBe('2026-06-10');
    expect(momentText(AT, 'Atlantic/Madeira')).toBe('Tue 9 Jun 09:40');
    expect(momentText('2026-06-09T08:40:00Z', 'Atlantic/Madeira')).toBe('Tue 9 Jun 09:40');
  });

  it('are said shortly, and with the year where it is asked for', () => {
    expect(dayText('2026-06-09')).toBe('Tue 9 June');
    expect(dayText('2026-06-09', true)).toBe('Tue 9 Jun 2026');
    expect(shortDay('2026-06-09')).toBe('Tue 9');
  });

  it('are counted over months, leap days and changes of the clock', () => {
    expect(addDays('2024-02-28', 1)).toBe('2024-02-29');
    expect(addDays('2026-01-01', -1)).toBe('2025-12-31');
    expect(dayCount('2026-03-28', '2026-03-30')).toBe(3);
    expect(dayCount('2026-06-09', '2026-06-09')).toBe(1);
    expect(mondayOf('2026-06-09')).toBe('2026-06-08');
    expect(mondayOf('2026-06-14')).toBe('2026-06-08');
  });

  it('lead from a wall clock to a moment and back', () => {
    const local = instantToLocal(AT, 'Atlantic/Madeira');
    expect(local).toBe('2026-06-09 09:40:00');
    expect(localToInstant(local, 'Atlantic/Madeira')).toBe('2026-06-09T08:40:00.000Z');
  });

  it('know the zones of the tz database', () => {
    expect(ZONES).toContain('Atlantic/Madeira');
    expect(ZONES.length).toBeGreaterThan(300);
  });
});
