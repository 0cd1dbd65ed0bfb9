import { randomUUID } from 'node:crypto';
import { may } from '@/contract/access/permissions';
import { leaveAnswer, leaveAsk } from '@/contract/day/leave';
import { instantOf, localDateOf } from '@/core/index';
import { addLeaveAsk, type LeaveRow, readOpenLeave, writeLeaveAnswer } from '@/db/repositories/day/leave';
import { notify } from '@/db/repositories/shared/commands';
import { requireRight } from '../shared/access';
import { runCommand } from '../shared/commands/command';
import { prepareChange, writePrepared } from '../shared/objects/save-object';
import { addDays } from '../shared/plans/plan-ahead';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';

const DAY_MIN = 1440;

/** A technician asks for time off of their own. */
export async function askLeave(unit: Unit, raw: unknown): Promise<{ id: string }> {
  const { user, transaction, now } = unit;
  if (user.technicianId == null) throw new Refusal('not-found');
  const ask = required(leaveAsk, raw);
  const id = randomUUID();
  await addLeaveAsk(transaction, {
    id,
    technicianId: user.technicianId,
    startsAt: new Date(ask.startsAt),
    endsAt: new Date(ask.endsAt),
    reason: ask.reason,
    askedAt: new Date(now * 1000),
  });
  await tell(unit, (await readOpenLeave(transaction)).find((a) => a.id === id)?.territoryIds ?? []);
  return { id };
}

const tell = (unit: Unit, territoryIds: readonly string[]): Promise<void> =>
  notify(unit.transaction, JSON.stringify({ kind: 'field', territoryIds }));

/** What waits for an answer with people that the user has the say over. */
export async function openLeave({ transaction, user }: Unit): Promise<LeaveRow[]> {
  return (await readOpenLeave(transaction)).filter((a) =>
    a.territoryIds.some((t) => may(user, 'change', 'day', [t])),
  );
}

/** Grants time off, which then stands in the technician's own days, or refuses it. */
export async function answerLeave(unit: Unit, raw: unknown): Promise<{ commandId: number | null }> {
  const { id, grant, answer } = required(leaveAnswer, raw);
  requireRight(unit, 'change', 'day');
  const ask = (await openLeave(unit)).find((a) => a.id === id);
  if (!ask) throw new Refusal('not-found');
  const { user, transaction, now } = unit;
  const at = new Date(now * 1000);
  const state = grant ? 'granted' : 'refused';
  await writeLeaveAnswer(transaction, { id, state, answer, userId: user.id, at });
  await tell(unit, ask.territoryIds);
  if (!grant) return { commandId: null };
  const fresh = daysOff(ask);
  const facts = { person: ask.person, from: ask.startAt, until: ask.endAt, zone: ask.zone };
  const { commandId } = await runCommand(unit, 'grant-leave', facts, async (command) => {
    const prepared = await prepareChange(withSayOf(unit, ask), 'technicians', ask.technicianId, (before) => ({
      exceptions: [...(before.exceptions as readonly object[]), ...fresh],
    }));
    await writePrepared(unit, command, 'technicians', prepared);
  });
  return { commandId };
}

/** Whoever may grant time off may write it down, and nothing else of the person. */
const withSayOf = (unit: Unit, { territoryIds }: LeaveRow): Unit => ({
  ...unit,
  user: {
    ...unit.user,
    role: 'analyst',
    grants: territoryIds.map((territoryId) => ({ territoryId, mayChange: true })),
  },
});

/** A stretch of time off, day by day in the person's zone. */
function daysOff({ startAt, endAt, zone, reason }: LeaveRow) {
  const out = [];
  for (let date = localDateOf(startAt, zone); instantOf(date, 0, zone) < endAt; date = addDays(date, 1)) {
    const from = instantOf(date, 0, zone);
    const startMin = Math.max(0, Math.round((startAt - from) / 60));
    const endMin = Math.min(DAY_MIN, Math.round((endAt - from) / 60));
    if (endMin > startMin) out.push({ date, kind: 'off' as const, startMin, endMin, reason });
  }
  return out;
}
