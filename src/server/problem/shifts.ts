import {
  type BreakRule,
  type Interval,
  instantOf,
  type Membership,
  type Shift,
  workingIntervals,
} from '@/core/index';
import type { TechnicianRow } from '@/db/repositories/schedule-data';
import type { Places } from './places';

/** Memberships on a date: while on loan, the loan's territory is the only home. */
export function membershipsOn(technician: TechnicianRow, date: string): Membership[] {
  const valid = technician.territories.filter(
    (m) => m.validFrom <= date && (m.validTo === null || m.validTo >= date),
  );
  const loan = valid.find((m) => m.relation === 'loan');
  if (loan) return [{ territoryId: loan.territoryId, relation: 'loan' }];
  return valid.map((m) => ({
    territoryId: m.territoryId,
    relation: m.relation === 'cover' ? 'cover' : 'home',
  }));
}

interface Stretch extends Interval {
  readonly pause: Interval | null;
}

/**
 * Working stretches of a day. A pause that the week pattern itself has is the day's break; hours
 * lost to time off in the middle of a day cut it in two.
 */
export function stretchesOn(technician: TechnicianRow, date: string): Stretch[] {
  if (!technician.pattern) return [];
  const worked = workingIntervals(technician.pattern, technician.exceptions, date, technician.zone);
  const changed = technician.exceptions.filter((e) => e.kind === 'hours');
  const planned = workingIntervals(technician.pattern, changed, date, technician.zone);
  const out: Stretch[] = [];
  for (const next of worked) {
    const last = out.at(-1);
    const isPatternPause =
      last &&
      !last.pause &&
      planned.some((p) => p.endSec === last.endSec) &&
      planned.some((p) => p.startSec === next.startSec);
    if (!isPatternPause) out.push({ ...next, pause: null });
    else {
      const pause = { startSec: last.endSec, endSec: next.startSec };
      out[out.length - 1] = { startSec: last.startSec, endSec: next.endSec, pause };
    }
  }
  return out;
}

function breaksOf(technician: TechnicianRow, date: string, stretch: Stretch, originSec: number): BreakRule[] {
  if (stretch.pause) {
    const at = stretch.pause.startSec - originSec;
    return [{ durationSec: stretch.pause.endSec - stretch.pause.startSec, earliestSec: at, latestSec: at }];
  }
  if (technician.breakMin === 0) return [];
  const earliestSec = instantOf(date, technician.breakFromMin, technician.zone) - originSec;
  const latestSec = instantOf(date, technician.breakToMin, technician.zone) - originSec;
  const reached = stretch.startSec - originSec <= latestSec && stretch.endSec - originSec > latestSec;
  return reached ? [{ durationSec: technician.breakMin * 60, earliestSec, latestSec }] : [];
}

/** Shifts of one person on one date. */
export function shiftsOn(
  technician: TechnicianRow,
  day: { readonly date: string; readonly ix: number; readonly originSec: number },
  places: Places,
): Shift[] {
  const depot =
    technician.depotLat === null || technician.depotLon === null
      ? null
      : { lat: technician.depotLat, lon: technician.depotLon };
  const home = { lat: technician.homeLat, lon: technician.homeLon };
  const end = (where: 'home' | 'depot'): string => places.idOf(where === 'depot' && depot ? depot : home);
  return stretchesOn(technician, day.date).map((stretch, i) => ({
    id: `${technician.id}@${day.date}${i > 0 ? `#${i + 1}` : ''}`,
    personId: technician.id,
    dayIx: day.ix,
    startSec: stretch.startSec - day.originSec,
    endSec: stretch.endSec - day.originSec,
    startPlaceId: end(technician.startsAt),
    endPlaceId: end(technician.endsAt),
    allowanceBeforeSec: technician.travelBeforeMin * 60,
    allowanceAfterSec: technician.travelAfterMin * 60,
    overtimeLimitSec: technician.overtimeLimitMin * 60,
    breaks: breaksOf(technician, day.date, stretch, day.originSec),
    skills: technician.skills
      .filter((s) => s.validFrom <= day.date && (s.validTo === null || s.validTo >= day.date))
      .map((s) => ({ skillId: s.skillId, level: s.level })),
    territories: membershipsOn(technician, day.date),
    capacity: null,
  }));
}
