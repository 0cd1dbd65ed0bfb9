import { randomUUID } from 'node:crypto';
import type { DayView } from '@/contract/day/day-view';
import { findRemedies } from '@/server/day/find-remedies';
import { readDay } from '@/server/day/read-day';
import { takeRemedy } from '@/server/day/take-remedy';
import { takeReports } from '@/server/day/take-reports';
import { readPlanView } from '@/server/plan/read-plan-view';
import { undoCommand } from '@/server/shared/commands/undo';
import { openHand } from '@/server/shared/hand/hand-board';
import type { Unit } from '@/server/shared/unit';
import { DEMO_NOW, leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { wholePlan } from '../../support/hand-requests';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const EAST = { territoryIds: ['sallow', 'heights', 'farside'], date: '2026-06-09' };

/** Somebody's visit is made to take so much longer that what follows is late. */
async function runLate(
  unit: Unit,
): Promise<{ personId: string; next: DayView['people'][number]['stops'][number] }> {
  const day = await readDay(unit, EAST);
  const person = day.people.find(
    (p) =>
      !p.isCrew &&
      p.stops.some((s) => s.state === 'on-site' && s.visitId !== '') &&
      p.stops.some((s) => s.state === 'planned' && (day.visits[s.visitId]?.windows.length ?? 0) > 0),
  )!;
  const here = person.stops.find((s) => s.state === 'on-site')!;
  await takeReports(unit, {
    reports: [
      {
        id: randomUUID(),
        personId: person.id,
        kind: 'more-time',
        visitId: here.visitId,
        part: here.part,
        minutes: 300,
        at: new Date(DEMO_NOW * 1000).toISOString(),
      },
    ],
  });
  const next = person.stops.find(
    (s) => s.state === 'planned' && (day.visits[s.visitId]?.windows.length ?? 0) > 0,
  )!;
  return { personId: person.id, next };
}

describe('ways out for a visit', () => {
  it('are there for what will miss its window, cheapest first; one is done as one command, and undone to the byte', () =>
    asAnalyst(async (unit) => {
      const before = await wholePlan(unit.transaction);
      const { personId, next } = await runLate(unit);
      const day = await readDay(unit, EAST);
      expect(day.needs).toContainEqual(
        expect.objectContaining({ kind: 'will-miss', visitId: next.visitId, personId }),
      );
      const ask = { ...EAST, visitId: next.visitId, part: next.part };
      const { remedies, now } = await findRemedies(unit, ask);
      expect(now).toMatchObject({ personId });
      expect(now!.lateSec).toBeGreaterThan(0);
      expect(remedies.length).toBeGreaterThan(0);
      expect(remedies.map((r) => r.price)).toEqual([...remedies.map((r) => r.price)].sort((a, b) => a - b));
      const [best] = remedies;
      expect(best!.personId).not.toBe(personId);
      const { personId: to, startAt, price } = best!;
      const { commandId } = await takeRemedy(unit, { ...ask, personId: to, startAt, price });
      const after = await readDay(unit, EAST);
      const there = after.people.find((p) => p.id === to)!.stops.find((s) => s.visitId === next.visitId)!;
      expect(Math.abs(there.plannedAt - startAt)).toBeLessThanOrEqual(1);
      expect(after.people.find((p) => p.id === personId)!.stops.some((s) => s.visitId === next.visitId)).toBe(
        false,
      );
      // The plan as a whole can still be read, judged and changed by hand.
      await readPlanView(unit, 'live', {
        territoryIds: EAST.territoryIds,
        firstDate: EAST.date,
        lastDate: EAST.date,
      });
      await openHand(unit, { territoryIds: EAST.territoryIds, firstDate: EAST.date, lastDate: EAST.date });
      await undoCommand(unit, commandId!);
      expect(await wholePlan(unit.transaction)).toEqual(before);
    }));

  it('are there for what is urgent and has no place', () =>
    asAnalyst(async (unit) => {
      const full = await readDay(unit, EAST);
      // Nobody is at two of the sites that each goes to: there is room.
      const reports = full.people.flatMap((p) =>
        p.stops
          .filter((s) => s.state === 'planned' && s.visitId !== '')
          .slice(0, 2)
          .map((s) => ({
            id: randomUUID(),
            personId: p.id,
            kind: 'not-done',
            reason: 'Nobody there',
            visitId: s.visitId,
            part: s.part,
            at: new Date(DEMO_NOW * 1000).toISOString(),
          })),
      );
      await takeReports(unit, { reports });
      const day = await readDay(unit, EAST);
      const all = day.needs.filter((n) => n.kind === 'emergency');
      const found = [];
      for (const need of all) {
        const ask = { ...EAST, visitId: need.visitId!, part: 1 };
        found.push({ need, ask, ...(await findRemedies(unit, ask)) });
      }
      expect(found.every((f) => f.now === null)).toBe(true);
      const { need, ask, remedies } = found.find((f) => f.remedies.length > 0)!;
      const [best] = remedies;
      await takeRemedy(unit, {
        ...ask,
        personId: best!.personId,
        startAt: best!.startAt,
        price: best!.price,
      });
      const after = await readDay(unit, EAST);
      expect(after.needs.map((n) => n.key)).not.toContain(need.key);
      expect(after.people.find((p) => p.id === best!.personId)!.stops.map((s) => s.visitId)).toContain(
        need.visitId,
      );
    }));

  it('are not done when the day has gone on, nor for what has begun, nor by whoever has no say there', () =>
    asAnalyst(async (unit) => {
      const { next } = await runLate(unit);
      const ask = { ...EAST, visitId: next.visitId, part: next.part };
      const { remedies } = await findRemedies(unit, ask);
      const { personId, startAt, price } = remedies[0]!;
      const stale = await refusalOf(takeRemedy(unit, { ...ask, personId, startAt, price: price + 1 }));
      expect(stale.facts).toMatchObject({ reason: 'day-went-on' });
      const day = await readDay(unit, EAST);
      const begun = day.people
        .flatMap((p) => p.stops)
        .find((s) => s.state === 'on-site' && s.visitId !== '')!;
      expect(
        (await refusalOf(findRemedies(unit, { ...EAST, visitId: begun.visitId, part: begun.part }))).facts,
      ).toMatchObject({ reason: 'begun-already' });
      const west = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      const reader = await unitAs(unit.transaction, 'manager', EAST.territoryIds);
      for (const who of [west, reader])
        expect((await refusalOf(takeRemedy(who, { ...ask, personId, startAt, price }))).code).toBe(
          'not-found',
        );
      expect((await refusalOf(findRemedies(unit, { ...EAST, visitId: 'no-such' }))).code).toBe('not-found');
    }));
});
