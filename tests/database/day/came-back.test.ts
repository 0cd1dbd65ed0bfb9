import { randomUUID } from 'node:crypto';
import type { FieldReport } from '@/contract/day/reports';
import { goOn, listUnfinished } from '@/server/day/go-on';
import { answerLeave, askLeave } from '@/server/day/leave';
import { openDay } from '@/server/day/open-day';
import { newsBetween } from '@/server/day/own/own-parts';
import { readOwnDay } from '@/server/day/own/read-own-day';
import { readDay } from '@/server/day/read-day';
import { readPhotoOf } from '@/server/day/read-photo';
import { takeReports } from '@/server/day/take-reports';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import type { Unit } from '@/server/shared/unit';
import { stageOrder } from '@/server/work/change-order';
import { sendBack } from '@/server/work/judge-papers';
import { readOrder } from '@/server/work/read-order';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { wholePlan } from '../../support/hand-requests';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const DATE = '2026-06-10';
const AT = Date.UTC(2026, 5, 10, 7) / 1000;
const EAST = { territoryIds: ['sallow', 'heights', 'farside'], date: DATE };
const OWN = 'tech-26';

const asTechnician = async (unit: Unit, technicianId = OWN): Promise<Unit> => {
  const own = await unitAs(unit.transaction, 'technician', []);
  return { ...own, now: AT, user: { ...own.user, technicianId } };
};
const iso = (at: number): string => new Date(at * 1000).toISOString();

/** Says things one after the other, a minute apart; gives why each does not count. */
async function say(
  unit: Unit,
  reports: readonly (Partial<FieldReport> & Pick<FieldReport, 'kind'>)[],
  at = AT,
) {
  const { outcomes } = await takeReports(
    { ...unit, now: at + reports.length * 60 },
    {
      reports: reports.map((r, i) => ({
        id: randomUUID(),
        personId: OWN,
        at: iso(at + i * 60),
        ...r,
      })),
    },
  );
  return outcomes.map((o) => o.refused);
}

const PAPERS = {
  tasks: ['Look at the door'],
  parts: [{ name: 'Card reader', count: 2 }],
  minutes: 35,
  crewMinutes: [],
  note: 'It sticks',
  signedBy: 'At the gate',
  signature: 'M10 20 L30 40',
};
const PIXEL = { kind: 'image/png' as const, image: Buffer.from('not looked into').toString('base64') };

describe('what comes back from a visit', () => {
  it('is kept, looked at, sent back, mended, and confirmed with its order; then it stays', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit);
      const [stop] = (await readOwnDay(own, DATE)).stops;
      const at = { visitId: stop!.visitId, part: stop!.part };
      expect(
        await say(own, [
          { kind: 'arrived', ...at },
          { kind: 'photo', ...at, photo: PIXEL },
          { kind: 'papers', ...at, papers: PAPERS },
          { kind: 'done', ...at },
        ]),
      ).toEqual([null, null, null, null]);
      const order = (await readDay({ ...unit, now: AT }, EAST)).visits[stop!.visitId]!.workOrderId;
      const [back] = (await readOrder(unit, order)).papers;
      expect(back).toMatchObject({ ...PAPERS, state: 'came', photos: [{ id: expect.any(String) }] });
      const photo = await readPhotoOf(unit, back!.photos[0]!.id);
      expect(photo.image.toString()).toBe('not looked into');
      for (const who of [own, await unitAs(unit.transaction, 'dispatcher', ['westisle'])])
        expect((await refusalOf(readPhotoOf(who, back!.photos[0]!.id))).code).toBe('not-found');

      await sendBack(unit, order, { reason: 'Minutes are missing' });
      expect((await readOwnDay(own, DATE)).stops[0]!.papers).toMatchObject({
        state: 'sent-back',
        backReason: 'Minutes are missing',
        photos: 1,
      });
      expect(
        await say(
          own,
          [{ kind: 'papers', ...at, papers: { ...PAPERS, minutes: 50, signature: '' } }],
          AT + 600,
        ),
      ).toEqual([null]);
      expect((await readOrder(unit, order)).papers[0]).toMatchObject({
        state: 'came',
        minutes: 50,
        signature: PAPERS.signature,
      });
      if ((await readOrder(unit, order)).order.stage === 'open')
        await stageOrder(unit, order, { stage: 'done' });
      await stageOrder(unit, order, { stage: 'confirmed' });
      expect((await readOrder(unit, order)).papers[0]).toMatchObject({ state: 'confirmed', minutes: 50 });
      expect(await say(own, [{ kind: 'papers', ...at, papers: PAPERS }], AT + 900)).toEqual(['already']);
      expect((await refusalOf(sendBack(unit, order, { reason: 'x' }))).code).toBe('conflict');
      expect((await refusalOf(sendBack(unit, order, { reason: ' ' }))).code).toBe('invalid');
      const reader = await unitAs(unit.transaction, 'manager', EAST.territoryIds);
      expect((await refusalOf(sendBack(reader, order, { reason: 'x' }))).code).toBe('not-found');
    }));

  it('has a dozen photos at most, and a signature that is a line and nothing else', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit);
      const [stop] = (await readOwnDay(own, DATE)).stops;
      const at = { visitId: stop!.visitId, part: stop!.part };
      const photos = Array.from({ length: 13 }, () => ({ kind: 'photo' as const, ...at, photo: PIXEL }));
      expect(await say(own, photos)).toEqual([...Array.from({ length: 12 }, () => null), 'too-many']);
      const signature = '"/><script>alert(1)</script>';
      const refused = await refusalOf(
        say(own, [{ kind: 'papers', ...at, papers: { ...PAPERS, signature } }]),
      );
      expect(refused.code).toBe('invalid');
      const others = (await readDay({ ...unit, now: AT }, EAST)).people.find(
        (p) => p.id !== OWN && !p.isCrew,
      )!;
      const theirs = others.stops.find((s) => s.visitId !== '')!;
      expect(
        (
          await refusalOf(
            say(own, [
              {
                kind: 'papers',
                personId: others.id,
                visitId: theirs.visitId,
                part: theirs.part,
                papers: PAPERS,
              },
            ]),
          )
        ).code,
      ).toBe('not-found');
    }));
});

describe('what is new of a day', () => {
  it('is what differs from how it was seen', () => {
    const seen = (visitId: string, startAt: number) => ({
      visitId,
      part: 1,
      startAt,
      label: visitId,
      site: '',
    });
    expect(newsBetween(null, [])).toBeNull();
    expect(newsBetween(null, [seen('a', 0)])).toMatchObject({ isFirst: true });
    expect(newsBetween([seen('a', 0)], [seen('a', 200)])).toBeNull();
    expect(newsBetween([seen('a', 0), seen('b', 0)], [seen('a', 3600), seen('c', 0)])).toEqual({
      isFirst: false,
      gone: ['b'],
      fresh: [{ visitId: 'c', part: 1 }],
      moved: [{ visitId: 'a', part: 1, wasAt: 0 }],
    });
  });

  it('stands on their page until they have seen it, and the dispatcher is told who has not', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit);
      const { stops, news } = await readOwnDay(own, DATE);
      expect(news).toMatchObject({ isFirst: true });
      const seen = stops.map((s) => ({ visitId: s.visitId, part: s.part, startAt: Math.round(s.startAt) }));
      await say(own, [{ kind: 'seen', date: DATE, stops: seen.slice(1) }]);
      expect((await readOwnDay(own, DATE)).news).toMatchObject({
        isFirst: false,
        fresh: [{ visitId: stops[0]!.visitId, part: stops[0]!.part }],
      });
      const office = { ...unit, now: AT };
      const told = await readDay(office, EAST);
      expect(told.needs).toContainEqual(expect.objectContaining({ kind: 'unseen', personId: OWN }));
      await say(own, [{ kind: 'seen', date: DATE, stops: seen }]);
      expect((await readOwnDay(own, DATE)).news).toBeNull();
      const then = await readDay(office, EAST);
      expect(then.people.find((p) => p.id === OWN)?.hasSeen).toBe(true);
      expect(then.needs.map((n) => n.key)).not.toContain(`unseen ${OWN} ${DATE}`);
    }));
});

describe('time off that somebody asks for', () => {
  const ask = { startsAt: '2026-06-12T07:00:00Z', endsAt: '2026-06-13T11:00:00Z', reason: 'A wedding' };

  it('is told to the dispatcher with what is planned then, and stands in their days once it is granted', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit);
      const { id } = await askLeave(own, ask);
      expect((await readOwnDay(own, DATE)).leave).toMatchObject([
        { id, state: 'asked', reason: 'A wedding' },
      ]);
      const office = { ...unit, now: AT };
      const need = (await readDay(office, EAST)).needs.find((n) => n.kind === 'leave')!;
      expect(need).toMatchObject({ personId: OWN, leave: { id, reason: 'A wedding' } });
      expect(need.leave!.planned).toBeGreaterThan(0);
      const { commandId } = await answerLeave(office, { id, grant: true, answer: 'Have fun' });
      const person = await readObject(unit, 'technicians', OWN);
      const off = (
        person.exceptions as { date: string; kind: string; startMin: number; endMin: number }[]
      ).filter((e) => e.date >= '2026-06-12' && e.date <= '2026-06-13');
      // 07:00 UTC is 08:00 on the island.
      expect(off.sort((a, b) => a.date.localeCompare(b.date))).toMatchObject([
        { date: '2026-06-12', kind: 'off', startMin: 480, endMin: 1440 },
        { date: '2026-06-13', kind: 'off', startMin: 0, endMin: 720 },
      ]);
      expect((await readOwnDay(own, DATE)).leave).toMatchObject([{ state: 'granted', answer: 'Have fun' }]);
      expect((await readDay(office, EAST)).needs.map((n) => n.kind)).not.toContain('leave');
      // Answered once.
      expect((await refusalOf(answerLeave(office, { id, grant: false }))).code).toBe('not-found');
      expect(commandId).not.toBeNull();
    }));

  it('is answered by nobody without the say over them, and asked for by technicians alone, forwards', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit);
      const { id } = await askLeave(own, ask);
      for (const who of [
        await unitAs(unit.transaction, 'dispatcher', ['westisle']),
        await unitAs(unit.transaction, 'manager', EAST.territoryIds),
        own,
      ])
        expect((await refusalOf(answerLeave(who, { id, grant: true }))).code).toBe('not-found');
      expect((await refusalOf(askLeave(unit, ask))).code).toBe('not-found');
      expect((await refusalOf(askLeave(own, { ...ask, endsAt: ask.startsAt }))).code).toBe('invalid');
      await answerLeave({ ...unit, now: AT }, { id, grant: false, answer: 'Nobody else can' });
      expect((await readOwnDay(own, DATE)).leave).toMatchObject([
        { state: 'refused', answer: 'Nobody else can' },
      ]);
    }));
});

describe('unfinished work', () => {
  const giveUp = async (unit: Unit) => {
    const own = await asTechnician(unit);
    const [stop] = (await readOwnDay(own, DATE)).stops;
    const at = { visitId: stop!.visitId, part: stop!.part };
    await say(own, [{ kind: 'arrived', ...at }]);
    await say(own, [{ kind: 'not-done', ...at, reason: 'More work than was said' }], AT + 1800);
    return { own, stop: stop!, at, office: { ...unit, now: AT + 3600 } };
  };

  it('goes on as another visit with what remains, and the order is done when that is', () =>
    asAnalyst(async (unit) => {
      const { at, office } = await giveUp(unit);
      const day = await readDay(office, EAST);
      expect(day.needs).toContainEqual(expect.objectContaining({ kind: 'could-not', visitId: at.visitId }));
      const visit = day.visits[at.visitId]!;
      expect(visit.leftSec).toBeGreaterThanOrEqual(900);
      const { visitId, commandId } = await goOn(office, { ...at, how: 'continue', minutes: 45 });
      const order = await readOrder(unit, visit.workOrderId);
      const fresh = order.visits.find((v) => v.id === visitId)!;
      const old = order.visits.find((v) => v.id === at.visitId)!;
      expect(fresh).toMatchObject({ durationMin: 45, continuesPart: old.part, seats: [] });
      expect(old.seats.length).toBeGreaterThan(0);
      // It goes on once.
      expect((await refusalOf(goOn(office, { ...at, how: 'continue', minutes: 45 }))).code).toBe('not-found');
      await undoCommand(office, commandId!);
      expect((await readOrder(unit, visit.workOrderId)).visits.map((v) => v.id)).not.toContain(visitId);
    }));

  it('or comes off to be placed anew, and comes back as it was', () =>
    asAnalyst(async (unit) => {
      const { at, office } = await giveUp(unit);
      const before = await wholePlan(unit.transaction);
      const { commandId } = await goOn(office, { ...at, how: 'move', minutes: 30 });
      const day = await readDay(office, EAST);
      expect(day.people.flatMap((p) => p.stops.map((s) => s.visitId))).not.toContain(at.visitId);
      expect(await readObject(unit, 'visits', at.visitId)).toMatchObject({ durationMin: 30 });
      await undoCommand(office, commandId!);
      expect(await wholePlan(unit.transaction)).toEqual(before);
    }));

  it('is found over the days that are past, in one’s own territories', () =>
    asAnalyst(async (unit) => {
      const later = { ...unit, now: AT + 86_400 };
      const all = await listUnfinished(later, { ...EAST, date: '2026-06-11' });
      expect(all.total).toBeGreaterThan(0);
      const west = await listUnfinished(later, { territoryIds: ['westisle'], date: '2026-06-11' });
      const ids = new Set(all.visits.map((v) => v.visitId));
      expect(west.visits.some((v) => ids.has(v.visitId))).toBe(false);
      const { visitId, part } = all.visits[0]!;
      const who = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      expect((await refusalOf(goOn(who, { visitId, part, how: 'move', minutes: 30 }))).code).toBe(
        'not-found',
      );
      expect((await refusalOf(listUnfinished(who, EAST))).code).toBe('not-found');
    }));
});

describe('somebody who is late or out', () => {
  it('is expected no sooner than they say, at the visit that they say it of', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit);
      const [stop] = (await readOwnDay(own, DATE)).stops;
      const at = { visitId: stop!.visitId, part: stop!.part };
      expect(await say(own, [{ kind: 'late', ...at, minutes: 45 }])).toEqual([null]);
      const open = await openDay({ ...unit, now: AT }, EAST);
      const expected = open.expected
        .flatMap((e) => e.stops)
        .find((s) => s.visitId.startsWith(stop!.visitId))!;
      expect(expected.startSec).toBeGreaterThanOrEqual(expected.plannedSec + 45 * 60);
      expect(expected.state).toBe('planned');
      await say(own, [{ kind: 'arrived', ...at }], AT + 300);
      expect(await say(own, [{ kind: 'late', ...at, minutes: 15 }], AT + 400)).toEqual(['already']);
    }));
});
