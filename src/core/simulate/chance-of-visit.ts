import { type HandResult, planOfHand } from '../hand/apply-hand';
import { simulatePlan } from './simulate-plan';

/** How travel strays from what was planned, as a share of it. */
const TRAVEL_SHARE = 0.15;
const SEED = 1;

/**
 * How often a visit begins inside its window when the days that it lies on are played with random driving and work; null where it has
 * no window or no place. `spreadOf` gives the deviation of the time on site of a kind, as a share of it.
 */
export function chanceOfVisit(
  { index, timed }: Pick<HandResult, 'index' | 'timed'>,
  visitId: string,
  { days, spreadOf }: { readonly days: number; readonly spreadOf: (kind: string | undefined) => number },
): number | null {
  if ((index.visitById.get(visitId)?.windows.length ?? 0) === 0) return null;
  const routes = timed.routes.filter((r) => r.stops.some((s) => s.visit.id === visitId));
  if (routes.length === 0) return null;
  const plan = planOfHand({ index, timed: { routes, unplanned: [] } });
  const there = new Set(routes.flatMap((r) => r.stops.map((s) => s.visit.id)));
  const simulated = simulatePlan(
    index,
    { ...plan, unplannedVisitIds: index.problem.visits.flatMap((v) => (there.has(v.id) ? [] : [v.id])) },
    {
      seed: SEED,
      days,
      travel: { law: 'lognormal', share: TRAVEL_SHARE },
      visit: (kind) => ({ law: 'lognormal', share: spreadOf(kind) }),
    },
  );
  if (!simulated.ok) return null;
  return simulated.outlook.visits.find((v) => v.visitId === visitId)?.onTime ?? null;
}
