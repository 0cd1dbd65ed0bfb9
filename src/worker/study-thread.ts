import { parentPort, workerData } from 'node:worker_threads';
import { solve } from '@/core/engine/index';
import { boardOf, indexProblem, type Plan, type Problem, relaxationsFor, verifyPlan } from '@/core/index';
import type { StudyAnswer, StudyOrder } from './study-messages';

/** A short search; null where what is held has no place. */
function search({ run }: Extract<StudyOrder, { kind: 'search' }>): StudyAnswer {
  const { problem, start, seed, seconds, repair } = run;
  const result = solve(problem, {
    seed,
    budget: { kind: 'seconds', seconds, now: () => performance.now() },
    start: start ?? undefined,
    repair: repair && start !== null,
  });
  return { kind: 'plan', plan: result.ok ? result.solution.plan : null };
}

function relax(problem: Problem, plan: Plan, visitId: string): StudyAnswer {
  const visit = problem.visits.find((v) => v.id === visitId);
  if (!visit || !boardOf(indexProblem(problem), plan)) return { kind: 'relaxed', found: [] };
  return {
    kind: 'relaxed',
    found: relaxationsFor(problem, plan, visit).map(({ relaxation, place }) => ({
      relaxation,
      price: place.price,
      startSec: place.startSec,
      isAgreed: place.isAgreed,
      spots: place.spots.map(({ shiftId, position }) => ({ shiftId, position })),
      moved: place.moved,
    })),
  };
}

function answer(order: StudyOrder): StudyAnswer {
  switch (order.kind) {
    case 'search':
      return search(order);
    case 'relax':
      return relax(order.problem, order.plan, order.visitId);
    case 'parts': {
      const verdict = verifyPlan(order.problem, order.plan);
      return { kind: 'parts', parts: verdict.kind === 'judged' ? verdict.parts : null };
    }
  }
}

parentPort?.postMessage(answer(workerData as StudyOrder));
