import { randomUUID } from 'node:crypto';
import type { DayNeed, DayView } from '@/contract/day/day-view';
import type { Way, WaysAsk } from '@/contract/day/ways';
import { planOfHand, verifyPlan } from '@/core/index';
import { putAside } from '@/server/day/put-aside';
import { readDay } from '@/server/day/read-day';
import { takeReports } from '@/server/day/take-reports';
import { findWays } from '@/server/day/ways/find-ways';
import { askRest, keepRest, nextRest, readRest } from '@/server/day/ways/rest';
import { seekWays } from '@/server/day/ways/seek-ways';
import { takeWay } from '@/server/day/ways/take-way';
import { readPlanView } from '@/server/plan/read-plan-view';
import { undoCommand } from '@/server/shared/commands/undo';
import { openHand } from '@/server/shared/hand/hand-board';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { wholePlan } from '../../support/hand-requests';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const EAST = { territoryIds: ['sallow', 'heights', 'farside'], date: '2026-06-09' };
type Stop = DayView['people'][number]['stops'][number];

const say = (unit: Unit, reports: readonly object[]) =>
  takeReports(unit, {
    reports: reports.map((r) => ({ id: randomUUID(), at: new Date(unit.now * 1000).toISOString(), ...r })),
  });

const keyOf = (v: { rule: string; shiftId?: string; visitId?: string }): string =>
  `${v.rule} ${v.shiftId ?? ''} ${v.visitId ?? ''}`;

/** Every way out that is told is allowed by the checker and has the price that it is told to have, to the micro. */
async function expectHonest(unit: Unit, ask: Partial<WaysAsk>): Promise<number> {
  const { board, ways } = await seekWays(unit, { ...EAST, ...ask });
  const plan = planOfHand({ timed: board.timed, index: board.index });
  const before = verifyPlan(board.index.problem, plan);
  if (before.kind !== 'judged') throw new Error('what is left of the day can be judged');
  const known = new Set(before.violations.map(keyOf));
  for (const { remedy } of ways) {
    const after = verifyPlan(remedy.result.index.problem, planOfHand(remedy.result));
    if (after.kind !== 'judged') throw new Error('the way out can be judged');
    expect(after.violations.map(keyOf).filter((k) => !known.has(k))).toEqual([]);
    expect(after.price - before.price).toBe(remedy.price + remedy.result.change.unplanned.price);
  }
  return ways.length;
}

/** Does the cheapest way out, or the cheapest of a kind, looks at what it made of the day, and undoes it: the plan is then as it was, to the byte. */
async function doAndUndo(
  unit: Unit,
  ask: Partial<WaysAsk>,
  look: (day: DayView) => void,
  kind?: Way['kind'],
): Promise<void> {
  const before = await wholePlan(unit.transaction);
  const { ways } = await findWays(unit, { ...EAST, ...ask });
  const { key, price } = ways.find((w) => kind === undefined || w.kind === kind)!;
  const { commandId } = await takeWay(unit, { ...EAST, ...ask, key, price });
  look(await readDay(unit, EAST));
  // The plan as a whole can still be read, judged and changed by hand.
  const extent = { territoryIds: EAST.territoryIds, firstDate: EAST.date, lastDate: EAST.date };
  await readPlanView(unit, 'live', extent);
  await openHand(unit, extent);
  await undoCommand(unit, commandId!);
  expect(await wholePlan(unit.transaction)).toEqual(before);
}

const needOf = (day: DayView, kind: DayNeed['kind'], visitId?: string): DayNeed => {
  const need = day.needs.find((n) => n.kind === kind && (visitId === undefined || n.visitId === visitId));
  if (!need) throw new Error(`no need of the kind ${kind}`);
  return need;
};

/** Somebody's visit is made to take so much longer that what follows is late. */
async function runLate(unit: Unit): Promise<{ personId: string; next: Stop }> {
  const day = await readDay(unit, EAST);
  const isPromised = (s: Stop): boolean => (day.visits[s.visitId]?.windows.length ?? 0) > 0;
  const person = day.people.find(
    (p) =>
      !p.isCrew &&
      p.stops.some((s) => s.state === 'on-site' && s.visitId !== '') &&
      p.stops.some((s) => s.state === 'planned' && isPromised(s)),
  )!;
  const here = person.stops.find((s) => s.state === 'on-site')!;
  await say(unit, [
    { personId: person.id, kind: 'more-time', visitId: here.visitId, part: here.part, minutes: 300 },
  ]);
  return { personId: person.id, next: person.stops.find((s) => s.state === 'planned' && isPromised(s))! };
}

describe('ways out', () => {
  it('of a window that will be missed: somebody else has it', () =>
    asAnalyst(async (unit) => {
      const { personId, next } = await runLate(unit);
      needOf(await readDay(unit, EAST), 'will-miss', next.visitId);
      const ask = { visitId: next.visitId, part: next.part };
      const { ways, now } = await findWays(unit, { ...EAST, ...ask });
      expect(now).toMatchObject({ personId });
      expect(now!.lateSec).toBeGreaterThan(0);
      expect(now!.latePrice).toBeGreaterThan(0);
      expect(await expectHonest(unit, ask)).toBeGreaterThan(0);
      const [best] = ways;
      await doAndUndo(unit, ask, (day) => {
        const there = day.people.find((p) => p.stops.some((s) => s.visitId === next.visitId))!;
        expect(there.id).not.toBe(personId);
        const stop = there.stops.find((s) => s.visitId === next.visitId)!;
        expect(Math.abs(stop.plannedAt - best!.moves[0]!.startAt!)).toBeLessThanOrEqual(1);
      });
    }));

  it('of what is not started, of a break in danger and of too much overtime: somebody else has one of their visits', () =>
    asAnalyst(async (unit) => {
      const { personId: late } = await runLate(unit);
      // The others are done where they are, and then do not go on.
      const soon = { ...unit, now: unit.now + 45 * 60 };
      for (const p of (await readDay(soon, EAST)).people)
        for (const s of p.stops)
          if (p.id !== late && s.state === 'on-site' && s.visitId !== '')
            await say(soon, [{ personId: p.id, kind: 'done', visitId: s.visitId, part: s.part }]);
      const later = { ...unit, now: unit.now + 2 * 3600 };
      const day = await readDay(later, EAST);
      const tried = { 'not-started': 0, break: 0, overtime: 0 };
      let paused = 0;
      for (const kind of ['not-started', 'break', 'overtime'] as const)
        for (const need of day.needs.filter((n) => n.kind === kind && n.visitId !== null).slice(0, 3)) {
          const ask = {
            visitId: need.visitId!,
            part: need.part!,
            ...(kind === 'break' ? { for: kind, personId: need.personId! } : {}),
          };
          const found = await expectHonest(later, ask);
          if (found === 0 || tried[kind] > 0) continue;
          tried[kind]++;
          const { ways } = await findWays(later, { ...EAST, ...ask });
          const pause = ways.find((w) => w.kind === 'break');
          if (pause) {
            paused++;
            await doAndUndo(
              later,
              ask,
              (after) => {
                const { breaks } = after.people.find((p) => p.id === need.personId)!;
                expect(Math.abs(breaks[0]!.startAt - pause.breakAt!)).toBeLessThanOrEqual(60);
                expect(after.needs.map((n) => n.key)).not.toContain(need.key);
              },
              'break',
            );
          }
          await doAndUndo(
            later,
            ask,
            (after) => {
              const own = after.people.find((p) => p.id === need.personId);
              expect(own?.stops.map((s) => s.visitId) ?? []).not.toContain(need.visitId);
            },
            ways.find((w) => w.kind !== 'break')?.kind,
          );
        }
      expect(paused).toBeGreaterThan(0);
      expect(tried['not-started']).toBe(1);
      expect(tried.break + tried.overtime).toBeGreaterThan(0);
    }));

  it('of what is urgent and has no place: it has one where there is room, or where something less urgent makes some', () =>
    asAnalyst(async (unit) => {
      const tight = await readDay(unit, EAST);
      let squeezed = 0;
      for (const need of tight.needs.filter((n) => n.kind === 'emergency')) {
        const ask = { for: 'urgent' as const, visitId: need.visitId! };
        await expectHonest(unit, ask);
        const { ways } = await findWays(unit, { ...EAST, ...ask });
        for (const way of ways.filter((w) => w.kind === 'room')) {
          squeezed++;
          expect(way.moves).toHaveLength(2);
          expect(way.moves[0]).toMatchObject({ visitId: need.visitId, wasWith: null });
          expect(tight.visits[way.moves[1]!.visitId]?.priority).toBeGreaterThan(1);
        }
        if (ways.length > 0)
          await doAndUndo(unit, ask, (day) => expect(day.needs.map((n) => n.key)).not.toContain(need.key));
      }
      expect(squeezed).toBeGreaterThan(0);
    }));

  it('of somebody who is not heard of: somebody else has what they have not begun', () =>
    asAnalyst(async (unit) => {
      const day = await readDay(unit, EAST);
      const need = needOf(day, 'silent');
      const silent = day.people.find((p) => p.id === need.personId)!;
      expect(silent.state).toBe('silent');
      const next = silent.stops.find((s) => s.state === 'planned' && s.visitId !== '')!;
      const ask = { visitId: next.visitId, part: next.part };
      expect(await expectHonest(unit, ask)).toBeGreaterThan(0);
      await doAndUndo(unit, ask, (after) => {
        const own = after.people.find((p) => p.id === silent.id)!;
        expect(own.stops.map((s) => s.visitId)).not.toContain(next.visitId);
        // They are silent still: a visit given away is no word from them.
        expect(own.state).toBe('silent');
      });
    }));

  it('of somebody who is out: their day is given to others, and nobody else’s visits change hands', () =>
    asAnalyst(async (unit) => {
      const before = await readDay(unit, EAST);
      const person = before.people.find(
        (p) => !p.isCrew && p.stops.filter((s) => s.state === 'planned' && s.visitId !== '').length >= 3,
      )!;
      const here = person.stops.find((s) => s.state === 'on-site' && s.visitId !== '');
      const next = person.stops.find((s) => s.state === 'planned' && s.visitId !== '')!;
      await say(unit, [
        ...(here ? [{ personId: person.id, kind: 'done', visitId: here.visitId, part: here.part }] : []),
        { personId: person.id, kind: 'on-the-way', visitId: next.visitId, part: next.part },
        { personId: person.id, kind: 'out', reason: 'The van has broken down' },
      ]);
      const day = await readDay(unit, EAST);
      expect(day.people.find((p) => p.id === person.id)).toMatchObject({
        state: 'away',
        outReason: 'The van has broken down',
      });
      const need = needOf(day, 'out');
      expect(need.personId).toBe(person.id);
      const ask = { for: 'out' as const, personId: person.id };
      expect(await expectHonest(unit, ask)).toBe(1);
      const handOf = (d: DayView) =>
        new Map(d.people.flatMap((p) => p.stops.map((s) => [`${s.visitId} ${s.part}`, p.id] as const)));
      await doAndUndo(unit, ask, (after) => {
        expect(after.needs.map((n) => n.key)).not.toContain(need.key);
        // What they were on the way to is somebody else's too.
        expect(handOf(after).get(`${next.visitId} ${next.part}`)).not.toBe(person.id);
        const [was, now] = [handOf(day), handOf(after)];
        for (const [id, hand] of was)
          if (hand !== person.id && !id.startsWith(' ')) expect([id, now.get(id)]).toEqual([id, hand]);
      });
      await say(unit, [{ personId: person.id, kind: 'back' }]);
      expect((await readDay(unit, EAST)).needs.map((n) => n.key)).not.toContain(need.key);
    }));

  it('of a territory that has nobody: what all of its people had left is given to others at once', () =>
    asAnalyst(async (unit) => {
      const before = await readDay(unit, EAST);
      const mine = before.people.filter((p) => p.territoryId === 'sallow');
      expect(mine.length).toBeGreaterThan(1);
      const [last, ...most] = mine.map((p) => ({ personId: p.id, kind: 'out', reason: 'Storm' }));
      await say(unit, most);
      expect((await readDay(unit, EAST)).needs.map((n) => n.kind)).not.toContain('nobody');
      await say(unit, [last!]);
      const day = await readDay(unit, EAST);
      const need = needOf(day, 'nobody');
      expect(need).toMatchObject({ territoryId: 'sallow', personId: null, visitId: null });
      expect(day.needs.map((n) => n.kind)).not.toContain('out');
      const ask = { for: 'out' as const, territoryId: 'sallow' };
      expect(await expectHonest(unit, ask)).toBe(1);
      const hands = new Set(mine.map((p) => p.id));
      const [way] = (await findWays(unit, { ...EAST, ...ask })).ways;
      expect(way!.moves.filter((m) => m.with !== null).length).toBeGreaterThan(1);
      await doAndUndo(unit, ask, (after) => {
        const left = after.people.filter((p) => hands.has(p.id)).flatMap((p) => p.stops);
        // On their way already, or theirs for another reason: nobody else can be sent there.
        expect(left.filter((s) => s.state === 'planned' && s.visitId !== '')).toEqual([]);
      });
      const other = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      expect((await refusalOf(findWays(other, { ...EAST, ...ask }))).code).toBe('not-found');
      expect((await refusalOf(findWays(unit, { ...EAST, ...ask, territoryId: 'none' }))).code).toBe(
        'not-found',
      );
    }));

  it('of a stretch with nothing to do: loose ends that fit it', () =>
    asAnalyst(async (unit) => {
      const full = await readDay(unit, EAST);
      const reports = full.people
        .filter((p) => !p.isCrew)
        .flatMap((p) =>
          p.stops
            .filter((s) => s.visitId !== '' && s.state !== 'done' && s.state !== 'not-done')
            .map((s) => ({
              personId: p.id,
              ...(s.state === 'on-site' ? { kind: 'done' } : { kind: 'not-done', reason: 'Nobody there' }),
              visitId: s.visitId,
              part: s.part,
            })),
        );
      await say(unit, reports);
      const later = { ...unit, now: unit.now + 3600 };
      const day = await readDay(later, EAST);
      const free = day.needs.filter((n) => n.kind === 'free');
      expect(free.length).toBeGreaterThan(0);
      let filled = false;
      for (const need of free) {
        const ask = { for: 'free' as const, personId: need.personId! };
        if ((await expectHonest(later, ask)) === 0 || filled) continue;
        filled = true;
        const [best] = (await findWays(later, { ...EAST, ...ask })).ways;
        await doAndUndo(later, ask, (after) =>
          expect(after.people.find((p) => p.id === need.personId)!.stops.map((s) => s.visitId)).toContain(
            best!.moves[0]!.visitId,
          ),
        );
      }
      expect(filled).toBe(true);
    }));

  it('are not done when the day has gone on, nor for what has begun, nor by whoever has no say there', () =>
    asAnalyst(async (unit) => {
      const { next } = await runLate(unit);
      const ask = { ...EAST, visitId: next.visitId, part: next.part };
      const { ways } = await findWays(unit, ask);
      const { key, price } = ways[0]!;
      const stale = await refusalOf(takeWay(unit, { ...ask, key, price: price + 1 }));
      expect(stale.facts).toMatchObject({ reason: 'day-went-on' });
      const day = await readDay(unit, EAST);
      const begun = day.people
        .flatMap((p) => p.stops)
        .find((s) => s.state === 'on-site' && s.visitId !== '')!;
      expect(
        (await refusalOf(findWays(unit, { ...EAST, visitId: begun.visitId, part: begun.part }))).facts,
      ).toMatchObject({ reason: 'begun-already' });
      const west = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      const reader = await unitAs(unit.transaction, 'manager', EAST.territoryIds);
      for (const who of [west, reader])
        expect((await refusalOf(takeWay(who, { ...ask, key, price }))).code).toBe('not-found');
      expect((await refusalOf(findWays(unit, { ...EAST, visitId: 'no-such' }))).code).toBe('not-found');
      expect((await refusalOf(findWays(unit, { ...EAST, for: 'out', personId: 'no-such' }))).code).toBe(
        'not-found',
      );
    }));
});

describe('the rest of a day, planned anew', () => {
  it('is searched from where everybody is, and taken as it comes to then, as one command', () =>
    asAnalyst(async (unit) => {
      const { id } = await askRest(unit, { ...EAST, seconds: 5 });
      expect(await readRest(unit, id)).toEqual({ id, state: 'waiting' });
      const asked = (await nextRest(unit))!;
      expect(asked).toMatchObject({ id, seconds: 5 });
      expect(await nextRest(unit)).toBeNull();
      const day = await readDay(unit, EAST);
      const begun = new Set(
        day.people.flatMap((p) =>
          p.stops.filter((s) => s.state === 'on-site' || s.state === 'done').map((s) => s.visitId),
        ),
      );
      for (const v of asked.problem.visits) expect(begun.has(v.id.split('.')[0]!)).toBe(false);
      // As a search might: one visit goes from one cord to the end of another.
      const [from, to] = asked.start.routes.filter((r) => r.stops.length > 1);
      const moved = from!.stops.at(-1)!;
      const plan = {
        ...asked.start,
        routes: asked.start.routes.map((r) =>
          r === from
            ? { ...r, stops: r.stops.slice(0, -1) }
            : r === to
              ? { ...r, stops: [...r.stops, moved] }
              : r,
        ),
      };
      await keepRest(unit, id, plan);
      expect(await readRest(unit, id)).toEqual({ id, state: 'found' });
      const ask = { for: 'rest' as const, restId: id };
      // It may break a rule there: then it is no way.
      if ((await expectHonest(unit, ask)) > 0) await doAndUndo(unit, ask, () => undefined);
      const other = await unitAs(unit.transaction, 'dispatcher', EAST.territoryIds);
      expect((await refusalOf(readRest(other, id))).code).toBe('not-found');
      expect((await refusalOf(findWays(other, { ...EAST, ...ask }))).code).toBe('not-found');
    }));

  it('that found nothing has failed', () =>
    asAnalyst(async (unit) => {
      const { id } = await askRest(unit, EAST);
      await nextRest(unit);
      await keepRest(unit, id, null);
      expect(await readRest(unit, id)).toEqual({ id, state: 'failed' });
      expect((await refusalOf(findWays(unit, { ...EAST, for: 'rest', restId: id }))).code).toBe('not-found');
    }));
});

describe('a need', () => {
  it('is put aside with a reason for everybody, and looked at again', () =>
    asAnalyst(async (unit) => {
      const { key } = needOf(await readDay(unit, EAST), 'emergency');
      await putAside(unit, { ...EAST, key, reason: 'The customer comes back tomorrow' });
      const aside = (await readDay(unit, EAST)).needs.find((n) => n.key === key);
      expect(aside?.aside).toBe('The customer comes back tomorrow');
      await putAside(unit, { ...EAST, key, reason: null });
      expect((await readDay(unit, EAST)).needs.find((n) => n.key === key)?.aside).toBeNull();
      expect((await refusalOf(putAside(unit, { ...EAST, key, reason: '' }))).code).toBe('invalid');
      expect((await refusalOf(putAside(unit, { ...EAST, key: 'no such', reason: 'x' }))).code).toBe(
        'not-found',
      );
      const reader = await unitAs(unit.transaction, 'manager', EAST.territoryIds);
      expect((await refusalOf(putAside(reader, { ...EAST, key, reason: 'x' }))).code).toBe('not-found');
    }));
});
