import { createRandom } from '../../base/random';
import type { Problem } from '../../model/problem';
import type { Annealing } from '../accept/annealing';
import type { Grounds } from '../hot/memory';
import type { Links } from '../prepare/links';
import type { Prepared } from '../prepare/prepared';
import { createRecreate, type Recreate } from '../recreate/greedy';
import { createSortKeys } from '../recreate/order';
import type { Budget, SearchWatch } from '../search';
import { createWorkspace, type Workspace } from '../state/workspace';
import { boardOn, createBoardMemory, leave } from './board';
import { mostChanges } from './changes';
import { searchTogether } from './search';

/** What the first member of a team sends to each other: all of it can be posted to another thread. */
export interface Invitation {
  readonly prep: Prepared & { readonly links: Links };
  readonly grounds: Grounds;
  readonly board: SharedArrayBuffer;
  readonly members: number;
  readonly mostChanges: number;
  readonly seed: number;
  readonly annealing: Annealing;
  /** Of each member; null where the first looks at the clock. */
  readonly iterations: number | null;
}

/** Below so many visits a search does better to begin several times than to be shared. */
const FEWEST_VISITS = 401;

/** Whether several threads do better to work on one plan of this problem than each on its own. */
export function isForTeam({ visits }: Problem): boolean {
  return visits.length >= FEWEST_VISITS;
}

/** Searches with others, who are invited first. */
export function lead(
  work: Workspace,
  recreate: Recreate,
  team: { readonly members: number; readonly invite: (invitation: Invitation) => void },
  how: {
    readonly seed: number;
    readonly annealing: Annealing;
    readonly budget: Budget;
    readonly watch: SearchWatch;
  },
): ReturnType<typeof searchTogether> {
  const { prep, links } = work;
  const { seed, annealing, budget, watch } = how;
  const { members } = team;
  const sizes = { members, mostChanges: mostChanges(work) };
  const board = createBoardMemory(sizes);
  const iterations = budget.kind === 'iterations' ? budget.iterations : null;
  const { grounds } = work.routes.hot;
  const invitation = { prep: { ...prep, links }, grounds, board, ...sizes, seed, annealing, iterations };
  team.invite(invitation);
  return searchTogether(work, recreate, membershipOf(invitation, 0), { budget, watch });
}

/** Takes part in the search of whoever sent the invitation, as member 1 or later, and returns when it ends. */
export function assist(invitation: Invitation, member: number): void {
  const { prep, grounds, seed } = invitation;
  const membership = membershipOf(invitation, member);
  try {
    const work = createWorkspace(prep, createRandom(seed + member), { grounds, member });
    searchTogether(work, createRecreate(work, createSortKeys(work)), membership, null);
  } catch (cause) {
    leave(membership.board);
    throw cause;
  }
}

/** Whatever fails after this can be told to the others. */
function membershipOf(invitation: Invitation, member: number) {
  const { board, seed, annealing, iterations } = invitation;
  return { board: boardOn(board, invitation), member, seed, annealing, iterations };
}
