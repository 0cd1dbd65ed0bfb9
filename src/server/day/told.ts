import type { DayNeed } from '@/contract/day/day-view';

/** A need as it is told, before anybody has put it aside. */
export type Told = Omit<DayNeed, 'aside'>;

/** What most needs do not have. */
export const PLAIN = {
  personId: null,
  visitId: null,
  part: null,
  territoryId: null,
  minutes: 0,
  rule: null,
  busy: null,
  leave: null,
};
