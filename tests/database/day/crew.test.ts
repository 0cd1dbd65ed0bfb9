import { randomUUID } from 'node:crypto';
import { readPapersOfVisits } from '@/db/repositories/day/papers';
import { changeOwnCrew } from '@/server/day/own/change-own-crew';
import { readOwnDay } from '@/server/day/own/read-own-day';
import { takeReports } from '@/server/day/take-reports';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

interface Crew {
  readonly id: string;
  readonly leader: string;
  readonly member: string;
  readonly date: string;
}

/** A crew with something planned on a day, and a member who does not lead it. */
async function someCrew(unit: Unit): Promise<Crew> {
  const [rows] = (await unit.transaction.sequelize.query(
    `select c.id, c.leader_id as leader, (select min(m.technician_id) from crew_members m where m.crew_id = c.id and m.technician_id <> c.leader_id) as member,
       (select min(p.date)::text from placements p join plans l on l.id = p.plan_id and l.kind = 'live' where p.person_id = c.id and p.date > '2026-06-09') as date
     from crews c order by c.id`,
    { transaction: unit.transaction.handle },
  )) as unknown as [Crew[]];
  return rows.find((r) => r.date !== null && r.member !== null)!;
}

async function asMember(unit: Unit, technicianId: string, date: string): Promise<Unit> {
  const base = await unitAs(unit.transaction, 'technician', []);
  return { ...base, now: Date.parse(`${date}T08:00:00Z`) / 1000, user: { ...base.user, technicianId } };
}

const report = (crew: Crew, kind: string, stop: { visitId: string; part: number }) => ({
  id: randomUUID(),
  personId: crew.id,
  kind,
  at: `${crew.date}T08:00:00Z`,
  visitId: stop.visitId,
  part: stop.part,
});

describe('a crew on its day', () => {
  it('is handed over by whoever leads it: from then on the other one reports, and the first no more', () =>
    asAnalyst(async (unit) => {
      const crew = await someCrew(unit);
      const leader = await asMember(unit, crew.leader, crew.date);
      const member = await asMember(unit, crew.member, crew.date);
      const { stops, members } = await readOwnDay(leader, crew.date);
      expect(members.find((m) => m.id === crew.leader)).toMatchObject({ leads: true, isAway: false });
      expect(members.find((m) => m.id === crew.member)).toMatchObject({ leads: false });
      const [stop] = stops;
      const ask = { crewId: crew.id, technicianId: crew.member, change: 'leads' };
      expect((await refusalOf(changeOwnCrew(member, ask))).code).toBe('not-found');
      await changeOwnCrew(leader, ask);
      expect(await readOwnDay(member, crew.date)).toMatchObject({ maySpeak: true });
      expect(await readOwnDay(leader, crew.date)).toMatchObject({ maySpeak: false });
      expect(
        (await refusalOf(takeReports(leader, { reports: [report(crew, 'on-the-way', stop!)] }))).code,
      ).toBe('not-found');
      const { outcomes } = await takeReports(member, { reports: [report(crew, 'on-the-way', stop!)] });
      expect(outcomes[0]!.refused).toBeNull();
      // Only for the day.
      const later = await asMember(unit, crew.leader, '2026-06-30');
      expect((await refusalOf(changeOwnCrew(later, { ...ask, change: 'nothing' }))).code).toBe('invalid');
    }));

  it('knows who is not there; whoever leads it is', () =>
    asAnalyst(async (unit) => {
      const crew = await someCrew(unit);
      const leader = await asMember(unit, crew.leader, crew.date);
      const isAway = async () =>
        (await readOwnDay(leader, crew.date)).members.find((m) => m.id === crew.member)?.isAway;
      const ask = { crewId: crew.id, technicianId: crew.member };
      await changeOwnCrew(leader, { ...ask, change: 'away' });
      expect(await isAway()).toBe(true);
      await changeOwnCrew(leader, { ...ask, change: 'back' });
      expect(await isAway()).toBe(false);
      const self = { crewId: crew.id, technicianId: crew.leader, change: 'away' };
      expect((await refusalOf(changeOwnCrew(leader, self))).facts).toMatchObject({ reason: 'leads-it' });
      const stranger = { crewId: crew.id, technicianId: 'tech-26', change: 'leads' };
      if (crew.member !== 'tech-26')
        expect((await refusalOf(changeOwnCrew(leader, stranger))).code).toBe('not-found');
      expect((await refusalOf(changeOwnCrew(unit, { ...ask, change: 'away' }))).code).toBe('not-found');
    }));

  it('records once what two phones say at once', () =>
    asAnalyst(async (unit) => {
      const crew = await someCrew(unit);
      const leader = await asMember(unit, crew.leader, crew.date);
      const [stop] = (await readOwnDay(leader, crew.date)).stops;
      const said = [report(crew, 'arrived', stop!), report(crew, 'arrived', stop!)];
      const { outcomes } = await takeReports(leader, { reports: said });
      expect(outcomes.map((o) => o.refused)).toEqual([null, 'said-already']);
    }));

  it('has the time of each where it is not the same for all, told to the office by name', () =>
    asAnalyst(async (unit) => {
      const crew = await someCrew(unit);
      const leader = await asMember(unit, crew.leader, crew.date);
      const [stop] = (await readOwnDay(leader, crew.date)).stops;
      const send = (crewMinutes: readonly object[]) => ({
        reports: [
          report(crew, 'arrived', stop!),
          {
            ...report(crew, 'papers', stop!),
            papers: { tasks: [], parts: [], minutes: 90, note: '', signedBy: '', signature: '', crewMinutes },
          },
        ],
      });
      const stranger = [{ personId: 'tech-0', minutes: 10 }];
      const twice = [crew.member, crew.member].map((personId) => ({ personId, minutes: 10 }));
      for (const [times, at] of [
        [stranger, 'papers.crewMinutes.0.personId'],
        [twice, 'papers.crewMinutes.1.personId'],
      ] as const) {
        const { code, facts } = await refusalOf(takeReports(leader, send(times)));
        expect(code).toBe('invalid');
        expect(facts.problems).toMatchObject([{ path: at, code: 'not-in-crew' }]);
      }
      const times = [
        { personId: crew.leader, minutes: 90 },
        { personId: crew.member, minutes: 40 },
      ];
      await takeReports(leader, send(times));
      const own = (await readOwnDay(leader, crew.date)).stops.find((s) => s.visitId === stop!.visitId)!;
      expect(own.papers?.crewMinutes).toHaveLength(2);
      const [row] = await readPapersOfVisits(unit.transaction, [stop!.visitId]);
      expect(row!.minutes).toBe(90);
      const byPerson = new Map(row!.crewMinutes.map((c) => [c.personId, c]));
      expect(byPerson.get(crew.member)).toMatchObject({ minutes: 40 });
      expect(byPerson.get(crew.leader)!.person).not.toBe('');
    }));
});
