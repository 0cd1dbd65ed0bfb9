import type { Objective } from '../model/plan';
import { cover } from './cover';
import { daysWaited } from './days-waited';
import { favoured } from './favoured';
import { lateness } from './lateness';
import type { Measure } from './measure';
import { missedWindows } from './missed-windows';
import { overtime } from './overtime';
import { personsOut } from './persons-out';
import { travelDistance } from './travel-distance';
import { travelTime } from './travel-time';
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
  cover,
  personsOut,
};
