/**
 * One person drops out of a solved week: `npx tsx bench/repair.ts [seconds of planning] [seconds of repair] [price of a moved time]`.
 * How many of the other visits change person, day or time.
 */
import { solve, withBase } from '@/core/engine/index';
import { type Plan, type Problem, verifyPlan } from '@/core/index';
import { FIELD_SIZES, fieldProblem } from './field-problem';

const [planning = 15, repairing = 2, movedUnits] = process.argv.slice(2).map(Number);
/** Price of another person or day, micros: an hour of driving or so. */
const CHANGED = 24_000_000;
const HALF_HOUR = 1800;
/** Price of beginning over half an hour earlier or later, micros; the third number of the call, in units. */
const MOVED = (movedUnits ?? 6) * 1_000_000;
const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]!;

function run(problem: Problem, seconds: number, start?: Plan): Plan {
  const now = (): number => performance.now();
  const result = solve(problem, {
    seed: 1,
    budget: { kind: 'seconds', seconds, now },
    start,
    repair: start !== undefined,
  });
  if (!result.ok) throw new Error('nothing is held');
  const verdict = verifyPlan(problem, result.solution.plan);
  if (verdict.kind !== 'judged' || verdict.violations.length > 0 || !verdict.priceAgrees)
    throw new Error('the checker refuses');
  return result.solution.plan;
}

function placesOf(problem: Problem, plan: Plan): Map<string, { who: string; startSec: number }> {
  const shiftOf = new Map(problem.shifts.map((s) => [s.id, s]));
  return new Map(
    plan.routes.flatMap((r) =>
      r.stops.map((stop) => {
        const shift = shiftOf.get(r.shiftId)!;
        return [stop.visitId, { who: `${shift.personId} ${shift.dayIx}`, startSec: stop.startSec }] as const;
      }),
    ),
  );
}

const problem = fieldProblem(FIELD_SIZES.M, 1);
const plan = run(problem, planning);
const was = placesOf(problem, plan);
const personOf = new Map(problem.shifts.map((s) => [s.id, s.personId]));
const moved: number[] = [];
const later: number[] = [];
const loose: number[] = [];
for (const person of problem.persons.filter((_, i) => i % 10 === 0)) {
  const shifts = problem.shifts.filter((s) => s.personId !== person.id);
  const left = { ...plan, routes: plan.routes.filter((r) => personOf.get(r.shiftId) !== person.id) };
  const begun = performance.now();
  const prices = { ...problem.prices, moved: MOVED, movedSec: HALF_HOUR };
  const repaired = run(withBase({ ...problem, shifts, prices }, left, CHANGED), repairing, left);
  const is = placesOf(problem, repaired);
  const kept = left.routes.flatMap((r) => r.stops.map((stop) => stop.visitId));
  const changed = kept.filter((id) => is.get(id)?.who !== was.get(id)?.who);
  const shifted = kept.filter(
    (id) => !changed.includes(id) && Math.abs(is.get(id)!.startSec - was.get(id)!.startSec) > HALF_HOUR,
  );
  moved.push((changed.length / kept.length) * 100);
  later.push((shifted.length / kept.length) * 100);
  loose.push(repaired.unplannedVisitIds.length - plan.unplannedVisitIds.length);
  console.log(
    `${person.id} gone, ${was.size - kept.length} visits to place again: ${changed.length} of ${kept.length} others change person or day, ` +
      `${shifted.length} more begin over half an hour earlier or later, ${loose.at(-1)} loose, ${((performance.now() - begun) / 1000).toFixed(1)} s with the check`,
  );
}
console.log(
  `median: ${median(moved).toFixed(1)} % change hands, ${median(later).toFixed(1)} % move by over half an hour, ${median(loose)} loose`,
);
