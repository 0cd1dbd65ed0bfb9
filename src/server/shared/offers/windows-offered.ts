import { instantOf, localDateOf, weekdayOf } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';
import { addDays } from '../plans/plan-ahead';
import type { ScheduleData } from '../problem/schedule-data';
import { patternMinutes } from './pattern-minutes';

export interface OfferedWindow {
  readonly date: string;
  readonly startMin: number;
  readonly endMin: number;
}

type Offer = Stored<'offers'>;
type Calendars = Pick<ScheduleData, 'territories' | 'patterns' | 'kinds'>;

/** Whether a stretch lies wholly inside one of some hours; no hours at all are always. */
function isWithin(
  startMin: number,
  endMin: number,
  hours: readonly { startMin: number; endMin: number }[] | null,
) {
  return hours === null || hours.some((h) => h.startMin <= startMin && endMin <= h.endMin);
}

/**
 * The windows that an offer holds out to somebody who asks now, before anybody looks whether they can be kept:
 * its grid on each day, where the territory is open, has no holiday, and such work is done.
 */
export function windowsOffered(offer: Offer, data: Calendars, now: number): OfferedWindow[] {
  const territory = offer.territoryId === null ? undefined : data.territories.get(offer.territoryId);
  const kind = offer.jobKindId === null ? undefined : data.kinds.get(offer.jobKindId);
  const zone = territory?.zone ?? [...data.territories.values()][0]?.zone ?? 'UTC';
  const today = localDateOf(now, zone);
  const earliest = now + Math.max(offer.soonestMin, kind?.leadTimeMin ?? 0) * 60;
  const tooLateToday = offer.sameDayUntilMin === null || now > instantOf(today, offer.sameDayUntilMin, zone);
  const holidays = new Set(territory?.holidays.map((h) => h.date));
  const out: OfferedWindow[] = [];
  for (let ahead = tooLateToday ? 1 : 0; ahead <= offer.aheadDays; ahead++) {
    const date = addDays(today, ahead);
    if (holidays.has(date)) continue;
    const open = patternMinutes(data.patterns.get(territory?.weekPatternId ?? ''), date);
    const allowed = patternMinutes(data.patterns.get(kind?.allowedPatternId ?? ''), date);
    const quiet = (territory?.quietHours ?? []).filter(
      (q) => q.jobKindId === kind?.id && q.weekdays.includes(weekdayOf(date)),
    );
    for (let startMin = offer.fromMin; startMin + offer.widthMin <= offer.toMin; startMin += offer.gridMin) {
      const endMin = startMin + offer.widthMin;
      if (instantOf(date, startMin, zone) < earliest) continue;
      if (!isWithin(startMin, endMin, open) || !isWithin(startMin, endMin, allowed)) continue;
      if (quiet.some((q) => q.startMin < endMin && startMin < q.endMin)) continue;
      out.push({ date, startMin, endMin });
    }
  }
  return out;
}
