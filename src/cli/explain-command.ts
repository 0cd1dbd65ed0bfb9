import { readPlan, readProblem } from '@/contract/files/read-problem';
import { boardOf, funnelOf, indexProblem, OBJECTIVES, placesFor, relaxationsFor } from '@/core/index';
import { UsageError } from './arguments';
import { readText } from './read-text';
import { must } from './solve-command';

const PLACES = 10;

/** `lime explain PROBLEM PLAN VISIT`: which rules leave which person-days, the best places, and what would make room for a loose end. */
export function explainCommand(problemPath: string, planPath: string, visitId: string): number {
  const problem = must(problemPath, readProblem(readText(problemPath)));
  const plan = must(planPath, readPlan(readText(planPath)));
  const index = indexProblem(problem);
  const visit = index.visitById.get(visitId);
  if (!visit) throw new UsageError(`${problemPath}: no visit "${visitId}"`);
  const board = boardOf(index, plan);
  if (!board) throw new UsageError(`${planPath}: does not fit ${problemPath}; lime verify says where`);
  const isLoose = plan.unplannedVisitIds.includes(visitId);
  const places = placesFor(board, visit, { limit: PLACES }).map(({ change, ...place }) => ({
    ...place,
    change: Object.fromEntries(
      OBJECTIVES.flatMap((o) => (change[o].amount === 0 && change[o].price === 0 ? [] : [[o, change[o]]])),
    ),
  }));
  const relaxations = isLoose
    ? relaxationsFor(problem, plan, visit).map(({ relaxation, place }) => ({
        ...relaxation,
        price: place.price,
        spots: place.spots,
        startSec: place.startSec,
      }))
    : [];
  const answer = { visitId, loose: isLoose, funnel: funnelOf(board, visit), places, relaxations };
  process.stdout.write(`${JSON.stringify(answer, null, 1)}\n`);
  return 0;
}
