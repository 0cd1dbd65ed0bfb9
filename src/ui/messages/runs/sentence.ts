import type { RunAsk, RunBudget } from '@/contract/runs/ask';
import { spanText } from '../../shared/quantities';
import { dayCount, dayText } from '../../shared/time';
import { filterText, type NameOf } from '../playbooks/filters';

export interface RunNames {
  readonly territories: readonly string[];
  readonly playbooks: readonly string[];
  readonly people: readonly string[];
  readonly draft: string | null;
  readonly nameOf: NameOf;
}

export function budgetText(budget: RunBudget): string {
  switch (budget.kind) {
    case 'seconds':
      return budget.seconds === 1 ? '1 second' : `${budget.seconds} seconds`;
    case 'calm':
      return `until nothing better comes for ${budget.seconds} s, at most ${budget.most} s`;
    case 'iterations':
      return `${budget.iterations.toLocaleString('en')} iterations`;
  }
}

const list = (names: readonly string[]): string =>
  names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : (names[0] ?? '…');

function whatMoves(ask: RunAsk): string {
  const hold = ask.holdMin === null ? '' : `; what begins within ${spanText(ask.holdMin)} stays`;
  const how = ask.mayMove === 'loose' ? 'published visits stay' : 'everything not tied may move';
  const stable =
    ask.stability === 1 || ask.mayMove === 'loose'
      ? ''
      : ask.stability === 0
        ? ', and changes cost nothing'
        : `, at ${ask.stability} times the price of a change`;
  return `${how}${stable}${hold}`;
}

function whichVisits(ask: RunAsk, nameOf: NameOf): string {
  if (ask.visitIds.length > 0)
    return ask.visitIds.length === 1 ? ' of one visit' : ` of ${ask.visitIds.length} chosen visits`;
  if (ask.visits.conditions.length > 0) return ` of visits whose ${filterText(ask.visits, '', nameOf)}`;
  return '';
}

/** What a run will do, in a sentence. */
export function runSentence(ask: RunAsk, names: RunNames): string {
  const { firstDate, lastDate } = ask.extent;
  const count = dayCount(firstDate, lastDate);
  const days =
    count === 1 ? dayText(firstDate) : `${count} days, ${dayText(firstDate)} to ${dayText(lastDate)},`;
  const people = names.people.length > 0 ? `, only ${list(names.people)}` : '';
  const from = names.draft ? `; it begins from ${names.draft}` : '';
  const few = ask.repair ? '; it changes little, and only near what is loose' : '';
  const threads =
    ask.threads === null ? '' : `; ${ask.threads === 1 ? 'one thread' : `${ask.threads} threads`}`;
  const seed = ask.seed === null ? '' : `, seed ${ask.seed}`;
  return `Plan ${days}${whichVisits(ask, names.nameOf)} in ${list(names.territories)}${people} with ${list(names.playbooks)}; ${whatMoves(ask)}${few}${from}; ${budgetText(ask.budget)}${seed}${threads}.`;
}
