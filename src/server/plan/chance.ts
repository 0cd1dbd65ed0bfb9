import { simulatePlan } from '@/core/index';
import type { KeptPlan } from '../shared/judged-plans';
import { shareOf } from '../shared/spreads';

/** How often a plan is played, and how travel strays from what was planned. */
const DAYS = 200;
const TRAVEL_SHARE = 0.15;
const SEED = 1;

export interface Chances {
  /** By core id: share of the simulated days on which it began inside a window. */
  readonly onTime: ReadonlyMap<string, number>;
  /** Mean over all visits with a promised window, and the share of days on which all of them were kept at once, taken as apart. */
  readonly mean: number;
  readonly allKept: number;
}

const played = new WeakMap<KeptPlan, Chances | null>();

/** The chances of a plan's windows, found by playing its days; null where none is promised. Kept with the plan. */
export function chancesOf(kept: KeptPlan): Chances | null {
  const known = played.get(kept);
  if (known !== undefined) return known;
  const { built, index, loaded } = kept;
  const { kinds } = loaded.data;
  const simulated = simulatePlan(index, built.plan, {
    seed: SEED,
    days: DAYS,
    travel: { law: 'lognormal', share: TRAVEL_SHARE },
    visit: (kind) => ({ law: 'lognormal', share: shareOf(kind === undefined ? undefined : kinds.get(kind)) }),
  });
  const promised = new Set(loaded.data.visits.filter((v) => v.windows.length > 0).map((v) => v.id));
  const made = simulated.ok
    ? simulated.outlook.visits.filter((v) => promised.has(v.visitId.split('/')[0]!))
    : [];
  const chances =
    made.length === 0
      ? null
      : {
          onTime: new Map(made.map((v) => [v.visitId, v.onTime])),
          mean: made.reduce((sum, v) => sum + v.onTime, 0) / made.length,
          allKept: made.reduce((all, v) => all * v.onTime, 1),
        };
  played.set(kept, chances);
  return chances;
}
