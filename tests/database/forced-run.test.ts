import { runAsk } from '@/contract/runs/ask';
import { solve } from '@/core/engine/index';
import { pairReasons } from '@/core/index';
import { changeByHand } from '@/server/plan/hand/change-by-hand';
import { buildRun } from '@/server/runs/build-run';
import { openHand } from '@/server/shared/hand/hand-board';
import { livePlaybook } from '@/server/shared/playbooks';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase } from '../support/database';
import { EXTENT, seenOf } from '../support/hand-requests';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const BY_HAND = 'tech-25';
const isWhole = (id: string): boolean => !/[~/]/.test(id);

/** Forces a visit onto the day of somebody who lacks a skill for it: an empty day, or a full one. */
async function forced(unit: Unit, isEmpty: boolean) {
  const { board, kept } = await openHand(unit, EXTENT);
  const pairs = board.index.problem.visits
    .filter((v) => board.shiftsOf.has(v.id) && isWhole(v.id) && (v.people ?? 1) === 1)
    .flatMap((visit) =>
      board.index.problem.shifts
        .filter(
          (s) =>
            // No run plans for whoever is planned by hand only.
            s.personId !== BY_HAND &&
            (board.routeOf.get(s.id) === undefined) === isEmpty &&
            pairReasons(board.index, visit, s).join() === 'skills',
        )
        .map((shift) => ({ visit, shift })),
    );
  // A short one, so that the break of the day has room beside it.
  pairs.sort((a, b) => a.visit.durationSec - b.visit.durationSec);
  const { visit, shift } = pairs[0]!;
  const fromAt = kept.built.originSec + shift.startSec + 5400;
  const seen = await seenOf(unit, visit.id);
  const done = await changeByHand(unit, {
    extent: EXTENT,
    deed: 'move',
    visits: [{ visitId: visit.id, seen, seats: [{ shiftId: shift.id, fromAt }] }],
    reason: 'nobody else is there',
  });
  expect(done.broken.map((b) => b.rule)).toContain('skills');
  const ask = runAsk.parse({
    extent: EXTENT,
    mayMove: 'loose',
    budget: { kind: 'iterations', iterations: 30 },
  });
  const { built } = await buildRun(unit, ask, await livePlaybook(unit.transaction));
  expect(built.ownVisitIds).not.toContain(visit.id);
  const result = solve(built.problem, {
    seed: 1,
    budget: { kind: 'iterations', iterations: 30 },
    start: built.plan,
  });
  expect(result.ok).toBe(true);
  return { shift, stays: built.problem.visits.filter((v) => v.id.startsWith(`${visit.id}~`)) };
}

describe('a run over what stands against a rule on purpose', () => {
  it('leaves it where it is, keeps its people’s time, and plans the rest', () =>
    asAnalyst(async (unit) => {
      const { shift, stays } = await forced(unit, true);
      expect(stays).toHaveLength(1);
      expect(stays[0]).toMatchObject({ held: true, skills: [], tie: { personId: shift.personId } });
    }));

  it('does not look at it where nobody could drive a day with it', () =>
    asAnalyst(async (unit) => {
      expect((await forced(unit, false)).stays).toEqual([]);
    }));
});
