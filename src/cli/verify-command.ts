import { readPlan, readProblem } from '@/contract/files/read-problem';
import { verifyPlan } from '@/core/index';
import { UsageError } from './arguments';
import { readText } from './read-text';
import { must } from './solve-command';

/** `lime verify PROBLEM PLAN`: every violation, every measure; exit code 1 when a hard rule is broken. */
export function verifyCommand(problemPath: string, planPath: string): number {
  const problem = must(problemPath, readProblem(readText(problemPath)));
  const plan = must(planPath, readPlan(readText(planPath)));
  const verdict = verifyPlan(problem, plan);
  if (verdict.kind === 'unreadable') {
    const first = verdict.errors[0];
    throw new UsageError(`${planPath}: ${first?.path ?? ''}: ${first?.code ?? ''} "${first?.id ?? ''}"`);
  }
  const { violations, parts, price, priceAgrees } = verdict;
  process.stdout.write(
    `${JSON.stringify({ violations, parts, price, claimed: plan.price, priceAgrees }, null, 1)}\n`,
  );
  return violations.length > 0 || !priceAgrees ? 1 : 0;
}
