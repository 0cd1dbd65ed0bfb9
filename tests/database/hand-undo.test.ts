import { createRandom } from '@/core/index';
import { changeByHand } from '@/server/plan/hand/change-by-hand';
import { undoCommand } from '@/server/shared/commands/undo';
import { Refusal } from '@/server/shared/refusal';
import { leaveDatabase, unitAs } from '../support/database';
import { anyRequest, EXTENT, wholePlan } from '../support/hand-requests';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

/** More by hand: LIME_HAND_COMMANDS=1000 takes some minutes. */
const COMMANDS = Number(process.env.LIME_HAND_COMMANDS ?? 30);

describe('changes by hand, one after the other', () => {
  it(
    'are taken back and done again to the byte',
    () =>
      asAnalyst(async (unit) => {
        const random = createRandom(11);
        let changed = 0;
        for (let i = 0; i < COMMANDS; i++) {
          const before = await wholePlan(unit.transaction);
          const done = await changeByHand(unit, await anyRequest(unit, random));
          if (done.commandId === null) continue;
          changed++;
          const after = await wholePlan(unit.transaction);
          const undone = await undoCommand(unit, done.commandId);
          expect(await wholePlan(unit.transaction)).toBe(before);
          const redone = await undoCommand(unit, undone.commandId!);
          expect(await wholePlan(unit.transaction)).toBe(after);
          // Half of them stay, so that the next ones begin from another plan.
          if (random.below(2) === 0) continue;
          await undoCommand(unit, redone.commandId!);
          expect(await wholePlan(unit.transaction)).toBe(before);
        }
        expect(changed).toBeGreaterThan(COMMANDS / 2);
      }),
    900_000,
  );

  it(
    'lose and double nothing with a second user in between',
    () =>
      asAnalyst(async (unit) => {
        const random = createRandom(12);
        const second = await unitAs(unit.transaction, 'dispatcher', EXTENT.territoryIds);
        const at = await wholePlan(unit.transaction);
        const standing: number[] = [];
        let refused = 0;
        let undone = 0;
        for (let i = 0; i < COMMANDS; i++) {
          const own = await changeByHand(unit, await anyRequest(unit, random));
          const others = await changeByHand(second, await anyRequest(second, random));
          for (const { commandId } of [own, others]) if (commandId !== null) standing.push(commandId);
          if (own.commandId === null) continue;
          const before = await wholePlan(unit.transaction);
          try {
            await undoCommand(unit, own.commandId);
            standing.splice(standing.indexOf(own.commandId), 1);
            undone++;
          } catch (cause) {
            // The second user changed the same since: then nothing at all is taken back.
            if (!(cause instanceof Refusal)) throw cause;
            expect(cause.facts).toMatchObject({ reason: 'changed-since' });
            expect(await wholePlan(unit.transaction)).toBe(before);
            refused++;
          }
        }
        expect(undone).toBeGreaterThan(COMMANDS / 2);
        // What stands comes off in the order in which it went on, and leaves the plan as it was.
        for (const id of standing.reverse()) await undoCommand(unit, id);
        expect(await wholePlan(unit.transaction)).toBe(at);
        expect(refused + undone).toBeGreaterThan(0);
      }),
    900_000,
  );
});
