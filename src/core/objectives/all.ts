import type { Objective } from '../model/plan';
import { avoided } from './avoided';
import { changed } from './changed';
import { cover } from './cover';
import { daysWaited } from './days-waited';
import { favoured } from './favoured';
import { labour } from './labour';
import { lateness } from './lateness';
import { levelsToSpare } from './levels-to-spare';
import { loan } from './loan';
import { margin } from './margin';
import type { Measure } from './measure';
import { missedWindows } from './missed-windows';
import { moved } from './moved';
import { overtime } from './overtime';
import { personsOut } from './persons-out';
import { sharedOvertime } from './shared-overtime';
import { siteTrips } from './site-trips';
import { travelDistance } from './travel-distance';
import { travelTime } from './travel-time';
import { unfairShare } from './unfair-share';
import { unplanned } from './unplanned';

/** Every priced measure. Adding one: its file and test, then a line here. */
export const ALL_OBJECTIVES: Readonly<Record<Objective, Measure>> = {
  travelTime,
  travelDistance,
  overtime,
  lateness,
  missedWindows,
  unplanned,
  daysWaited,
  favoured,
  avoided,
  cover,
  loan,
  levelsToSpare,
  labour,
  personsOut,
  unfairShare,
  siteTrips,
  margin,
  changed,
  sharedOvertime,
  moved,
};
