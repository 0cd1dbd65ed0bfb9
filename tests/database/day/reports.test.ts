import { randomUUID } from 'node:crypto';
import type { FieldReport } from '@/contract/day/reports';
import { readVisitField } from '@/db/repositories/day/field';
import { readLiveVisits, writeLiveVisit } from '@/db/repositories/plan/live-parts';
import { readAll } from '@/db/repositories/shared/schedule';
import { readOwnDay } from '@/server/day/own/read-own-day';
import { readDay } from '@/server/day/read-day';
import { takeReports } from '@/server/day/take-reports';
import type { Unit } from '@/server/shared/unit';
import { listMessages } from '@/server/work/messages/outbox';
import { readOrder } from '@/server/work/read-order';
import { DEMO_NOW, leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

/** A day on which nothing was reported yet. */
const DATE = '2026-06-10';
const AT = Date.UTC(2026, 5, 10, 7) / 1000;

const asTechnician = async (unit: Unit, technicianId: string): Promise<Unit> => {
  const own = await unitAs(unit.transaction, 'technician', []);
  return { ...own, now: AT, user: { ...own.user, technicianId } };
};

const said = (kind: FieldReport['kind'], more: Partial<FieldReport> = {}) => ({
  id: randomUUID(),
  personId: 'tech-26',
  kind,
  at: new Date(AT * 1000).toISOString(),
  ...more,
});

/** What became of reports that are sent one after the other. */
async function told(unit: Unit, ...reports: object[]): Promise<(string | null)[]> {
  const { outcomes } = await takeReports(unit, { reports });
  return outcomes.map((o) => o.refused);
}

describe('what the field reports', () => {
  it('moves a visit on by lawful steps, each once, whoever sends it again', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit, 'tech-26');
      const day = await readOwnDay(own, DATE);
      const [first, second] = day.stops;
      const of = { visitId: first!.visitId, part: first!.part };
      const way = said('on-the-way', of);
      expect(await told(own, said('done', of), way, way)).toEqual(['not-after', null]);
      expect(await told(own, way)).toEqual([null]);
      expect(await told(own, said('on-the-way', of), said('accepted', of))).toEqual([
        'said-already',
        'said-already',
      ]);
      const later = (minutes: number) => ({ ...of, at: new Date((AT + minutes * 60) * 1000).toISOString() });
      const then: Unit = { ...own, now: AT + 7200 };
      expect(
        await told(
          then,
          said('arrived', later(20)),
          said('arrived', { visitId: second!.visitId, at: later(30).at }),
          said('more-time', { ...later(40), minutes: 30 }),
          said('done', later(90)),
          said('not-done', { ...later(95), reason: 'Nobody there' }),
        ),
      ).toEqual([null, 'still-there', null, null, 'already']);
      expect(await readVisitField(unit.transaction, of.visitId, of.part)).toMatchObject({
        state: 'done',
        personId: 'tech-26',
        onWayAt: AT,
        beganAt: AT + 20 * 60,
        endedAt: AT + 90 * 60,
        moreMin: 30,
      });
      expect((await readOwnDay(then, DATE)).stops[0]!.state).toBe('done');
    }));

  it('writes to the customer, and has the work order done when nothing of it is left', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit, 'tech-26');
      const { stops } = await readOwnDay(own, DATE);
      const orders = new Map<string, { workOrderId: string; visits: number }>();
      for (const s of stops) {
        const rows = await readAll(unit.transaction, 'visits');
        const { workOrderId } = rows.find((v) => v.id === s.visitId)!;
        orders.set(s.visitId, {
          workOrderId,
          visits: rows.filter((v) => v.workOrderId === workOrderId && v.status === 'open').length,
        });
      }
      const stop = stops.find((s) => orders.get(s.visitId)!.visits === 1)!;
      const { workOrderId } = orders.get(stop.visitId)!;
      const of = { visitId: stop.visitId, part: stop.part };
      expect(await told(own, said('on-the-way', of), said('arrived', of), said('done', of))).toEqual([
        null,
        null,
        null,
      ]);
      const order = await readOrder(unit, workOrderId);
      expect(order.order.stage).toBe('done');
      const events = (await listMessages(unit))
        .filter((m) => m.workOrderId === workOrderId)
        .map((m) => m.event);
      const hasCustomer = order.customerId !== null;
      expect(events.sort()).toEqual(hasCustomer ? ['done', 'on-the-way'] : []);
    }));

  it('stands as long as whoever said it has the visit: with somebody else it is planned anew', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit, 'tech-26');
      const [stop] = (await readOwnDay(own, DATE)).stops;
      const of = { visitId: stop!.visitId, part: stop!.part };
      await told(own, said('on-the-way', of));
      const seats = (await readLiveVisits(unit.transaction, [of.visitId])).get(of.visitId)!;
      await writeLiveVisit(
        unit.transaction,
        of.visitId,
        seats.map((s) => ({ ...s, personId: 'tech-27', overlapReason: 'For a test' })),
      );
      expect(await readVisitField(unit.transaction, of.visitId, of.part)).toBeNull();
      const other = await asTechnician(unit, 'tech-27');
      expect((await readOwnDay(other, DATE)).stops.find((s) => s.visitId === of.visitId)?.state).toBe(
        'planned',
      );
      expect(await told(other, said('on-the-way', { ...of, personId: 'tech-27' }))).toEqual([null]);
    }));

  it('keeps breaks in order, and the day signed off once', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit, 'tech-26');
      const [stop] = (await readOwnDay(own, DATE)).stops;
      expect(
        await told(
          own,
          said('break-ends'),
          said('break-begins'),
          said('break-begins'),
          said('on-the-way', { visitId: stop!.visitId, part: stop!.part }),
          said('break-ends'),
          said('off'),
          said('off'),
        ),
      ).toEqual(['not-on-break', null, 'on-break', 'on-break', null, null, 'gone']);
    }));

  it('is taken from whoever it is about and from the office there, and from nobody else', () =>
    asAnalyst(async (unit) => {
      const other = await asTechnician(unit, 'tech-27');
      const east = {
        ...(await unitAs(unit.transaction, 'dispatcher', ['farside', 'sallow', 'heights'])),
        now: AT,
      };
      const west = { ...(await unitAs(unit.transaction, 'dispatcher', ['westisle'])), now: AT };
      const manager = {
        ...(await unitAs(unit.transaction, 'manager', ['farside', 'sallow', 'heights'])),
        now: AT,
      };
      for (const who of [other, west, manager])
        expect((await refusalOf(takeReports(who, { reports: [said('break-begins')] }))).code).toBe(
          'not-found',
        );
      expect(
        (await refusalOf(takeReports(other, { reports: [said('off', { personId: 'nobody' })] }))).code,
      ).toBe('not-found');
      expect(await told(east, said('break-begins'))).toEqual([null]);
    }));

  it('does not count where the visit is not with them any more, and is kept all the same', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit, 'tech-26');
      const other = await readOwnDay(await asTechnician(unit, 'tech-27'), DATE);
      expect(await told(own, said('on-the-way', { visitId: other.stops[0]!.visitId }))).toEqual([
        'not-planned',
      ]);
    }));

  it('is refused by field where it is not right', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit, 'tech-26');
      for (const [report, path] of [
        [said('arrived'), 'reports.0.visitId'],
        [said('off', { visitId: 'v' }), 'reports.0.visitId'],
        [said('more-time', { visitId: 'v' }), 'reports.0.minutes'],
        [said('not-done', { visitId: 'v' }), 'reports.0.reason'],
        [said('position'), 'reports.0.lat'],
        [{ ...said('off'), id: 'one' }, 'reports.0.id'],
      ] as const) {
        const refused = await refusalOf(takeReports(own, { reports: [report] }));
        expect((refused.facts.problems as { path: string }[]).map((p) => p.path)).toContain(path);
      }
    }));

  it('has a clock of its own: what is said to be later has just happened, and nothing ends before it began', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit, 'tech-26');
      const [stop] = (await readOwnDay(own, DATE)).stops;
      const of = { visitId: stop!.visitId, part: stop!.part };
      const iso = (sec: number) => ({ ...of, at: new Date(sec * 1000).toISOString() });
      await told(own, said('arrived', iso(AT + 5000)), said('done', iso(AT - 600)));
      expect(await readVisitField(unit.transaction, of.visitId, of.part)).toMatchObject({
        beganAt: AT,
        endedAt: AT,
      });
    }));
});

describe('the day as the office sees it', () => {
  it('has what was reported, what is expected from it, and what needs somebody', () =>
    asAnalyst(async (unit) => {
      const ask = { territoryIds: ['sallow', 'heights', 'farside'], date: '2026-06-09' };
      const day = await readDay(unit, ask);
      expect(day.people.length).toBeGreaterThan(8);
      const stops = day.people.flatMap((p) => p.stops);
      expect(day.figures.done).toBe(stops.filter((s) => s.state === 'done').length);
      expect(day.figures.done).toBeGreaterThan(3);
      for (const s of stops) {
        expect(s.finishAt).toBeGreaterThanOrEqual(s.startAt);
        // What is ahead is not in the past, and what is over is not ahead.
        if (s.state === 'planned') expect(s.startAt).toBeGreaterThanOrEqual(DEMO_NOW);
        if (s.state === 'done') expect(s.finishAt).toBeLessThanOrEqual(DEMO_NOW);
      }
      expect(day.needs.map((n) => n.at)).toEqual([...day.needs.map((n) => n.at)].sort((a, b) => a - b));
      expect(new Set(day.needs.map((n) => n.key)).size).toBe(day.needs.length);
      const done = stops.find((s) => s.state === 'done' && s.visitId !== '')!;
      const order = await readOrder(unit, day.visits[done.visitId]!.workOrderId);
      expect(order.life.filter((l) => l.kind === 'field').map((l) => l.name)).toEqual(
        expect.arrayContaining(['arrived', 'done']),
      );
    }));

  it('moves on with a report, at once', () =>
    asAnalyst(async (unit) => {
      const ask = { territoryIds: ['farside', 'sallow', 'heights'], date: '2026-06-09' };
      const before = await readDay(unit, ask);
      const person = before.people.find((p) =>
        p.stops.some((s) => s.state === 'on-site' && s.visitId !== ''),
      )!;
      const at = person.stops.find((s) => s.state === 'on-site')!;
      await takeReports(unit, {
        reports: [
          {
            ...said('more-time', { visitId: at.visitId, part: at.part, minutes: 60, personId: person.id }),
            at: new Date(DEMO_NOW * 1000).toISOString(),
          },
        ],
      });
      const after = await readDay(unit, ask);
      const next = (day: typeof before) =>
        day.people.find((p) => p.id === person.id)!.stops.find((s) => s.visitId === at.visitId)!;
      expect(next(after).finishAt - next(before).finishAt).toBeGreaterThan(45 * 60);
    }));

  it('is of territories that one sees', () =>
    asAnalyst(async (unit) => {
      const west = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      const agent = await unitAs(unit.transaction, 'agent', ['sallow']);
      const technician = await asTechnician(unit, 'tech-26');
      for (const who of [west, agent, technician])
        expect((await refusalOf(readDay(who, { territoryIds: ['sallow'], date: '2026-06-09' }))).code).toBe(
          'not-found',
        );
    }));
});

describe('a technician’s own day', () => {
  it('is their own and nothing else', () =>
    asAnalyst(async (unit) => {
      const own = await asTechnician(unit, 'tech-26');
      const day = await readOwnDay(own, '2026-06-09');
      expect(day).toMatchObject({ personId: 'tech-26', maySpeak: true, members: [] });
      expect(day.stops.length).toBeGreaterThan(3);
      expect((await refusalOf(readOwnDay(unit, DATE))).code).toBe('not-found');
      expect((await refusalOf(readOwnDay(own, 'soon'))).code).toBe('invalid');
    }));

  it('is that of the crew for each of its members; only whoever leads it speaks', () =>
    asAnalyst(async (unit) => {
      const [rows] = (await unit.transaction.sequelize.query(
        `select c.id, c.leader_id, (select min(m.technician_id) from crew_members m where m.crew_id = c.id and m.technician_id <> c.leader_id) as member,
           (select min(p.date)::text from placements p join plans l on l.id = p.plan_id and l.kind = 'live' where p.person_id = c.id and p.date > '2026-06-09') as date
         from crews c order by c.id`,
        { transaction: unit.transaction.handle },
      )) as unknown as [{ id: string; leader_id: string; member: string; date: string | null }[]];
      const crew = rows.find((r) => r.date !== null && r.member !== null)!;
      const leader = await readOwnDay(await asTechnician(unit, crew.leader_id), crew.date!);
      const memberUnit = await asTechnician(unit, crew.member);
      const member = await readOwnDay(memberUnit, crew.date!);
      expect(leader).toMatchObject({ personId: crew.id, maySpeak: true });
      expect(member).toMatchObject({ personId: crew.id, maySpeak: false });
      expect(member.stops).toEqual(leader.stops);
      const report = {
        ...said('on-the-way', {
          personId: crew.id,
          visitId: member.stops[0]!.visitId,
          part: member.stops[0]!.part,
        }),
      };
      expect((await refusalOf(takeReports(memberUnit, { reports: [report] }))).code).toBe('not-found');
      const leaderUnit = await asTechnician(unit, crew.leader_id);
      expect(await told(leaderUnit, report)).toEqual([null]);
    }));
});
