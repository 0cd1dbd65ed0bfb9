import type { Visit } from '../model/problem';
import type { Board } from './board';
import { PAIR_RULES, type PairRule, pairReasons } from './pair-reasons';
import { placesFor } from './places';

/** How many person-days one rule takes away, and for how many it is the only one in the way. */
export interface FunnelStep {
  readonly rule: PairRule | 'room';
  readonly removed: number;
  readonly alone: number;
}

/** From all person-days down to those on which a visit could be placed now. */
export interface Funnel {
  readonly shifts: number;
  readonly steps: readonly FunnelStep[];
  readonly left: number;
}

/**
 * Tells which rules leave how many person-days for a visit, in order. The last step, "room", is the plan
 * itself: days on which the visit would be possible if less were planned.
 */
export function funnelOf(board: Board, visit: Visit): Funnel {
  const { shifts } = board.index.problem;
  const reasons = shifts.map((s) => pairReasons(board.index, visit, s));
  const possible = new Set(shifts.filter((_, i) => reasons[i]!.length === 0).map((s) => s.id));
  const places = placesFor(board, visit, { limit: shifts.length, shifts: (s) => possible.has(s.id) });
  const open = new Set(places.flatMap((p) => p.spots.map((spot) => spot.shiftId)));
  const steps = PAIR_RULES.map((rule): FunnelStep => {
    const hit = reasons.filter((r) => r.includes(rule));
    return {
      rule,
      removed: hit.filter((r) => r[0] === rule).length,
      alone: hit.filter((r) => r.length === 1).length,
    };
  });
  const crowded = possible.size - open.size;
  return {
    shifts: shifts.length,
    steps: [...steps, { rule: 'room', removed: crowded, alone: crowded }],
    left: open.size,
  };
}
