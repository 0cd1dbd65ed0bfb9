import { instantOf, localDateOf, weekdayOf } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';

/** When a site likes somebody to come: days of the week (1 is Monday; none is any) and minutes after midnight by its clock. */
export interface Likes {
  readonly days: readonly number[];
  readonly fromMin: number | null;
  readonly toMin: number | null;
  readonly zone: string;
}

export function likesOf(
  site: Pick<Stored<'sites'>, 'bestDays' | 'bestFromMin' | 'bestToMin' | 'zone'>,
): Likes {
  return { days: site.bestDays, fromMin: site.bestFromMin, toMin: site.bestToMin, zone: site.zone };
}

/** Whether a window (seconds since 1970) lies wholly in what somebody likes best; none does for whoever likes nothing better. */
export function isLiked(
  { days, fromMin, toMin, zone }: Likes,
  { startAt, endAt }: { readonly startAt: number; readonly endAt: number },
): boolean {
  if (days.length === 0 && fromMin === null && toMin === null) return false;
  const date = localDateOf(startAt, zone);
  return (
    (days.length === 0 || days.includes(weekdayOf(date))) &&
    (fromMin === null || startAt >= instantOf(date, fromMin, zone)) &&
    (toMin === null || endAt <= instantOf(date, toMin, zone))
  );
}
