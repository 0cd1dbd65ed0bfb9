import { constructCheapest } from '../construct/start';
import type { CreateLinearModel } from '../linear';
import type { Recreate } from '../recreate/greedy';
import type { Budget } from '../search';
import type { Workspace } from '../state/workspace';
import { createDayChooser, type DayChooser } from './choose';
import { daysInHand, takeDays } from './in-hand';
import type { MetDays } from './met';

/** Share of the time left that one choice may take. */
const CHOICE_SHARE = 0.5;
/** A chosen plan may be so much dearer than the best one: what the search makes of it is often cheaper. */
const DEARER = 1.05;

/** What is needed to put days together anew. */
export interface DayChoice {
  readonly linear: CreateLinearModel;
  readonly met: MetDays;
  readonly shouldStop: () => boolean;
}

/** Puts days met together anew, as often as it is asked to. */
export interface Anew {
  /**
   * Chooses days, puts the visits that they leave out where it costs least, and leaves that in hand unless it is
   * much dearer than what was.
   */
  choose(): void;
  dispose(): void;
}

/** The budget begins now: where there is a clock, a choice ends after its share of the time that is left then. */
export function createAnew(work: Workspace, recreate: Recreate, budget: Budget, choice: DayChoice): Anew {
  const { linear, met, shouldStop } = choice;
  const end = budget.kind === 'seconds' ? budget.now() + budget.seconds * 1000 : 0;
  const isOverFromNow = (): (() => boolean) => {
    if (budget.kind === 'iterations') return shouldStop;
    const { now } = budget;
    const until = now() + (end - now()) * CHOICE_SHARE;
    return () => now() > until || shouldStop();
  };
  let chooser: DayChooser | null = null;
  return {
    choose: () => {
      const before = daysInHand(work);
      const { price } = work;
      if (chooser) chooser.know(before);
      else chooser = createDayChooser(work.prep, met, linear, before);
      const days = chooser.choose(price * DEARER, isOverFromNow());
      if (!days || !takeDays(work, days)) return;
      constructCheapest(work, recreate, [...work.loose.list.subarray(0, work.loose.count)]);
      if (work.price > price * DEARER) takeDays(work, before);
    },
    dispose: () => chooser?.dispose(),
  };
}
