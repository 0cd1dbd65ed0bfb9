import type { Problem, Shift, Visit } from '@/core/index';

export const HOUR = 3600;

export function aShift(changes: Partial<Shift> = {}): Shift {
  return {
    id: 's',
    personId: 'q',
    dayIx: 0,
    startSec: 8 * HOUR,
    endSec: 16 * HOUR,
    startPlaceId: 'home',
    endPlaceId: 'home',
    allowanceBeforeSec: 0,
    allowanceAfterSec: 0,
    overtimeLimitSec: 0,
    breaks: [],
    skills: [],
    territories: [],
    capacity: null,
    ...changes,
  };
}

export function aVisit(changes: Partial<Visit> = {}): Visit {
  return {
    id: 'v',
    placeId: 'site',
    durationSec: HOUR,
    windows: [{ startSec: 0, endSec: 24 * HOUR, latestSec: 24 * HOUR }],
    demand: 0,
    priority: 3,
    unplannedPrice: 100_000_000,
    releaseDayIx: 0,
    skills: [],
    skillMode: 'all',
    territoryId: null,
    mustPersonIds: [],
    neverPersonIds: [],
    favouredPersonIds: [],
    tie: {},
    held: false,
    ...changes,
  };
}

/** Places on a line, `minutes` apart from "home"; driving takes the difference. */
export function aProblem(
  shifts: readonly Shift[],
  visits: readonly Visit[],
  minutes: Readonly<Record<string, number>> = { home: 0, site: 16 },
): Problem {
  const ids = Object.keys(minutes);
  const durationSec = ids.flatMap((a) => ids.map((b) => Math.abs(minutes[a]! - minutes[b]!) * 60));
  const persons = [...new Set(shifts.map((s) => s.personId))].map((id) => ({ id, name: id }));
  return {
    format: 'lime-problem',
    version: 1,
    name: 'small',
    originAt: '2026-06-08T00:00:00Z',
    places: ids.map((id) => ({ id })),
    travel: { durationSec, distanceM: durationSec.map((s) => s * 15) },
    persons,
    shifts,
    visits,
    rules: { skills: true, territory: 'home-and-cover', persons: true },
    prices: {
      travelPerSec: 6667,
      travelPerM: 0,
      overtimePerSec: 21667,
      latePerSec: 20_000,
      missedWindow: 60_000_000,
      dayWaited: 4_000_000,
      favouredMissed: 14_000_000,
      coverVisit: 11_000_000,
      personOut: 0,
    },
  };
}
