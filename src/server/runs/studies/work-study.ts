import {
  type StudyFound,
  type StudyRequest,
  studyFound,
  studyRequest,
  type TriedPrice,
} from '@/contract/runs/studies';
import { type Bind, bindsToTry, type Plan, type Problem, withMore } from '@/core/index';
import { anyWaiting } from '@/db/repositories/runs/runs';
import {
  anyStudyWaiting,
  type ClaimedStudy,
  claimStudy,
  endStudy,
  noteStudy,
  yieldStudy,
} from '@/db/repositories/runs/studies';
import { unpackProblem } from '../../shared/run-problem';
import type { SystemUnit } from '../../shared/unit';
import { pricedAt } from './priced';

/** A heartbeat older than this means that the worker is gone; a step takes less. */
export const STUDY_LOST_SEC = 60;
const MOST_ATTEMPTS = 3;
const BIND_SECONDS = 2;

/** A short search of a study. */
export interface ShortRun {
  readonly problem: Problem;
  readonly start: Plan | null;
  readonly seed: number;
  readonly seconds: number;
  readonly repair: boolean;
}

/** What a study needs done where searches may be started. */
export interface Helper {
  search(run: ShortRun): Promise<Plan | null>;
  relax(problem: Problem, plan: Plan, visitId: string): Promise<StudyFound['relaxed']>;
  partsOf(problem: Problem, plan: Plan): Promise<TriedPrice['parts'] | null>;
  writeFiles(runId: string): Promise<void>;
}

export type InUnit = <T>(work: (unit: SystemUnit) => Promise<T>) => Promise<T>;

/** One thing to try, and what it adds to what was found. */
type Step = (found: StudyFound) => Promise<StudyFound>;

interface Material {
  readonly problem: Problem;
  readonly plan: Plan | null;
}

function priceSteps(
  request: Extract<StudyRequest, { kind: 'sweep' | 'grid' }>,
  { problem, plan: live }: Material,
  helper: Helper,
): Step[] {
  const start = live && live.routes.length > 0 ? live : null;
  const others = request.kind === 'grid' ? request.otherAmounts : [null];
  const seeds = Array.from({ length: request.seeds }, (_, i) => i + 1);
  return request.amounts.flatMap((amount) =>
    others.flatMap((otherAmount) =>
      seeds.map(
        (seed): Step =>
          async (found) => {
            const first = pricedAt(problem, request.content, request.path, amount);
            const second =
              first && request.kind === 'grid' && otherAmount !== null
                ? pricedAt(first.problem, first.content, request.otherPath, otherAmount)
                : first;
            if (!second) throw new Error('There is no such price');
            const plan = await helper.search({
              problem: second.problem,
              start,
              seed,
              seconds: request.seconds,
              repair: false,
            });
            // Read by the prices that hold, whatever it was run by: only what happens is compared.
            const parts = plan && (await helper.partsOf(problem, plan));
            return parts
              ? { ...found, tried: [...found.tried, { amount, otherAmount, seed, parts }] }
              : found;
          },
      ),
    ),
  );
}

function bindSteps({ problem, plan }: Material, helper: Helper): Step[] {
  if (!plan) return [];
  const short = (of: Problem): ShortRun => ({
    problem: of,
    start: plan,
    seed: 1,
    seconds: BIND_SECONDS,
    repair: true,
  });
  // What the search saves by itself does not count.
  let reference: Promise<Plan | null> | null = null;
  return bindsToTry(problem, plan).map(
    (bind: Bind): Step =>
      async (found) => {
        const more = withMore(problem, bind);
        if (!more) return found;
        reference ??= helper.search(short(problem));
        const without = await reference;
        const withIt = await helper.search(short(more));
        if (!without || !withIt) return found;
        const saves = without.price - withIt.price;
        if (saves <= 0) return found;
        const placed = without.unplannedVisitIds.length - withIt.unplannedVisitIds.length;
        const what = bind.kind === 'hours' ? { ...bind, skills: [...bind.skills] } : bind;
        const bindings = [...found.bindings, { what, saves, placed }].sort((a, b) => b.saves - a.saves);
        return { ...found, bindings };
      },
  );
}

function stepsOf(request: StudyRequest, material: Material, helper: Helper): Step[] {
  switch (request.kind) {
    case 'sweep':
    case 'grid':
      return priceSteps(request, material, helper);
    case 'binds':
      return bindSteps(material, helper);
    case 'relax':
      return [
        async (found) => ({
          ...found,
          relaxed: material.plan ? await helper.relax(material.problem, material.plan, request.visitId) : [],
        }),
      ];
    case 'files':
      return [
        async (found) => {
          await helper.writeFiles(request.runId);
          return found;
        },
      ];
  }
}

async function materialOf(inUnit: InUnit, { problem }: ClaimedStudy): Promise<Material | null> {
  if (problem === null) return null;
  return inUnit(({ transaction }) => unpackProblem(transaction, problem));
}

/**
 * Takes the next study and goes on with it step by step; what each step found is stored, so that another worker goes
 * on from there. A run that waits comes first. False when none waits.
 */
export async function workNextStudy(inUnit: InUnit, helper: Helper): Promise<boolean> {
  const claimed = await inUnit(({ transaction }) => claimStudy(transaction, STUDY_LOST_SEC));
  if (!claimed) return false;
  const study = { id: claimed.id, attempt: claimed.attempts };
  const end = (status: 'done' | 'failed' | 'stopped', failure: string | null): Promise<void> =>
    inUnit(({ transaction }) => endStudy(transaction, study, { status, failure }));
  if (claimed.attempts > MOST_ATTEMPTS) {
    await end('failed', 'worker-lost');
    return true;
  }
  try {
    const material = (await materialOf(inUnit, claimed)) ?? { problem: EMPTY, plan: null };
    const steps = stepsOf(studyRequest.parse(claimed.asked), material, helper);
    let found = studyFound.parse(claimed.found);
    for (let at = found.done; at < steps.length; at++) {
      if (await inUnit(({ transaction }) => anyWaiting(transaction))) {
        await inUnit(({ transaction }) => yieldStudy(transaction, study));
        return true;
      }
      const next = { ...(await steps[at]!(found)), done: at + 1, of: steps.length };
      found = next;
      if (!(await inUnit(({ transaction }) => noteStudy(transaction, study, next)))) {
        await end('stopped', null);
        return true;
      }
    }
    await end('done', null);
  } catch (cause) {
    await end('failed', (cause instanceof Error ? cause.message : String(cause)).slice(0, 300));
  }
  return true;
}

/** Stands in where a study is about no problem. */
const EMPTY: Problem = {
  format: 'lime-problem',
  version: 1,
  name: '',
  originAt: '2000-01-01T00:00:00Z',
  places: [],
  travel: { durationSec: [], distanceM: [] },
  persons: [],
  shifts: [],
  visits: [],
  rules: { skills: false, territory: 'anybody', persons: false },
  prices: {
    travelPerSec: 0,
    travelPerM: 0,
    overtimePerSec: 0,
    latePerSec: 0,
    missedWindow: 0,
    dayWaited: 0,
    favouredMissed: 0,
    coverVisit: 0,
    personOut: 0,
  },
};

export function studiesWait({ transaction }: SystemUnit): Promise<boolean> {
  return anyStudyWaiting(transaction, STUDY_LOST_SEC);
}
