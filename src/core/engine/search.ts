import { type Annealing, temperatureAt } from './accept/annealing';
import type { FewerShifts } from './construct/fewer-shifts';
import { countUsed, iterate } from './iterate';
import type { Recreate } from './recreate/greedy';
import { copyPins, copyRoute, createSnapshot, type Snapshot } from './state/edit';
import { loadDays } from './state/load';
import type { Workspace } from './state/workspace';

/** How long to search; seconds need a clock, iterations repeat exactly. */
export type Budget =
  | { readonly kind: 'iterations'; readonly iterations: number }
  | { readonly kind: 'seconds'; readonly seconds: number; readonly now: () => number };

export type StopReason = 'budget' | 'stopped' | 'nothing-to-move';

export interface SearchState {
  readonly iterations: number;
  readonly accepted: number;
  readonly improved: number;
  readonly temperature: number;
  readonly bestPrice: number;
  readonly currentPrice: number;
}

export interface SearchWatch {
  /** Asked now and then; true ends the search with the best plan so far. */
  shouldStop(): boolean;
  /** Called now and then with the best plan so far; must not change anything. */
  onTick(state: SearchState, best: Snapshot): void;
  /** Called with each plan that is accepted, as it is in hand; must not change anything. */
  onAccepted?: (() => void) | undefined;
}

const TICK_MASK = 255;

/** A part of the search under one cooling. */
export interface Phase {
  /** Share of the budget at which it ends. */
  readonly until: number;
  readonly annealing: Annealing;
  /** Where it is to find a plan with fewer shifts, which leaves visits out on the way. */
  readonly fewer?: FewerShifts;
}

export interface SearchSteps {
  /** At least one; the last ends at 1. */
  readonly phases: readonly Phase[];
  /** Called between two phases with the best plan in hand; may change what is in hand. */
  readonly onPhase?: (ended: number) => void;
  /** Called once at the end. */
  readonly onEnd?: () => void;
}

/** Ruin and recreate under annealing. Leaves the best plan in `best` and says why it ended. */
export function search(
  work: Workspace,
  recreate: Recreate,
  steps: SearchSteps,
  budget: Budget,
  watch: SearchWatch,
): { best: Snapshot; bestPrice: number; stop: StopReason; state: SearchState } {
  const { prep, routes } = work;
  const best = createSnapshot(prep, routes);
  for (let s = 0; s < prep.shifts; s++) copyRoute(routes, s, best);
  copyPins(work.pins, best);
  let bestPrice = work.price;
  // Routes that differ from the best plan: only these are copied when a better one is found.
  const differs = new Uint8Array(prep.shifts);
  const differing: number[] = [];
  let current = work.price;
  let iterations = 0;
  let accepted = 0;
  let improved = 0;
  let phase = 0;
  let phaseFrom = 0;
  let phaseUntil = steps.phases[0]!.until;
  const startedAt = budget.kind === 'seconds' ? budget.now() : 0;
  let temperature = steps.phases[0]!.annealing.startPrice;
  const state = (): SearchState => ({
    iterations,
    accepted,
    improved,
    temperature,
    bestPrice,
    currentPrice: current,
  });
  const noteBest = (): void => {
    improved++;
    bestPrice = current;
    for (const s of differing) {
      copyRoute(routes, s, best);
      differs[s] = 0;
    }
    differing.length = 0;
    if (work.links.hasLinks) copyPins(work.pins, best);
  };
  const noteTouched = (): void => {
    for (let i = 0; i < work.touchedCount; i++) {
      const s = work.touched[i]!;
      if (differs[s]) continue;
      differs[s] = 1;
      differing.push(s);
    }
  };
  const fractionNow = (): number =>
    budget.kind === 'seconds'
      ? (budget.now() - startedAt) / 1000 / budget.seconds
      : iterations / Math.max(1, budget.iterations);
  const nextPhase = (): void => {
    steps.phases[phase]!.fewer?.end();
    loadDays(work, (s) => best.visitAt.subarray(s * best.room + 1, s * best.room + 1 + best.count[s]!));
    steps.onPhase?.(phase++);
    for (let s = 0; s < prep.shifts; s++) {
      if (differs[s]) continue;
      differs[s] = 1;
      differing.push(s);
    }
    current = work.price;
    if (current < bestPrice) noteBest();
    // What happens between two phases takes its time; those that follow share what is left.
    const before = steps.phases[phase - 1]!.until;
    phaseFrom = fractionNow();
    phaseUntil = phaseFrom + ((steps.phases[phase]!.until - before) / (1 - before)) * (1 - phaseFrom);
  };
  let stop: StopReason = 'budget';
  if (work.movable.length === 0 || prep.shifts === 0) {
    return { best, bestPrice, stop: 'nothing-to-move', state: state() };
  }
  for (;;) {
    if ((iterations & TICK_MASK) === 0) {
      let fraction = fractionNow();
      if (phase < steps.phases.length - 1 && fraction >= phaseUntil) {
        nextPhase();
        fraction = fractionNow();
      }
      const { annealing } = steps.phases[phase]!;
      temperature = temperatureAt(annealing, (fraction - phaseFrom) / Math.max(1e-9, phaseUntil - phaseFrom));
      countUsed(work);
      watch.onTick(state(), best);
      if (watch.shouldStop()) {
        stop = 'stopped';
        break;
      }
      if (fraction >= 1) break;
    }
    if (budget.kind === 'iterations' && iterations >= budget.iterations) break;
    iterations++;
    const { fewer } = steps.phases[phase]!;
    if (!(fewer ? fewer.step(temperature, phase === 0) : iterate(work, recreate, temperature))) continue;
    accepted++;
    noteTouched();
    watch.onAccepted?.();
    if (fewer && work.loose.count > 0) continue;
    current = work.price;
    if (current < bestPrice) noteBest();
  }
  steps.onEnd?.();
  return { best, bestPrice, stop, state: state() };
}
