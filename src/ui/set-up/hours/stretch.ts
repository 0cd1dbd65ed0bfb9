import type { FourWeeks } from '@/contract/set-up/answers/four-weeks';

export type WeekPerson = FourWeeks['people'][number];
/** Days of one person that were chosen: places in the four weeks, both included. */
export interface Stretch {
  readonly personId: string;
  readonly from: number;
  readonly to: number;
}
