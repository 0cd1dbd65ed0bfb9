import type { Extent } from '@/contract/runs/run';
import { type Board, keptBoardOf } from '@/core/index';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { newestCommand } from '@/db/repositories/shared/commands';
import { judged, type KeptPlan } from '../judged-plans';
import { livePlaybook } from '../playbooks';
import type { Unit } from '../unit';

export interface HandGround {
  readonly kept: KeptPlan;
  readonly board: Board;
  /** Changes with everything that the board follows from. */
  readonly stamp: string;
}

/** A board is as good as the judged plan that it was made of, and goes with it. */
const boards = new WeakMap<KeptPlan, Board>();

/** The live plan of an extent, ready for trying changes by hand. */
export async function openHand(unit: Unit, extent: Extent): Promise<HandGround> {
  const { transaction } = unit;
  const playbook = await livePlaybook(transaction);
  const kept = await judged(unit, await readLivePlan(transaction), extent, playbook);
  const known = boards.get(kept);
  const board = known ?? keptBoardOf(kept.index, kept.built.plan);
  if (!board) throw new Error('The live plan cannot be replayed');
  boards.set(kept, board);
  const stamp = `${await newestCommand(transaction)} ${playbook.id}`;
  return { kept, board, stamp };
}
