import { fourWeeks } from '@/contract/set-up/answers/four-weeks';
import { matrixView } from '@/contract/set-up/answers/matrix';
import { userTerritories } from '@/db/models/access';
import { rowsOf } from '@/db/models/table';
import { readFourWeeks } from '@/server/set-up/hours/read-four-weeks';
import { readMatrix } from '@/server/set-up/skills/read-matrix';
import { saveMatrix } from '@/server/set-up/skills/save-matrix';
import { listOwnCommands } from '@/server/shared/commands/list-commands';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { saveMany } from '@/server/shared/objects/save-many';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { newest, problemsOf } from '../../support/objects';
import { asAnalyst, change, make, somebody, waiting } from '../../support/set-up';

afterAll(leaveDatabase);

describe('people and skills', () => {
  it('say who holds what on a date, and what the next days ask for', async () => {
    await asAnalyst(async (unit) => {
      const view = await readMatrix(unit, { date: null });
      expect(matrixView.parse(view)).toEqual(view);
      expect(view.date).toBe('2026-06-09');
      expect(view.people).toHaveLength(37);
      const voltage = view.skills.find((s) => s.id === 'high-voltage')!;
      expect(voltage.askedHours).toBeGreaterThan(0);
      expect(voltage.heldHours).toBeGreaterThan(voltage.askedHours);
      expect(voltage.kinds.map((k) => k.name)).toContain('Cabinet inspection');
    });
  });

  it('what hangs on one person is told', async () => {
    await asAnalyst(async (unit) => {
      await make(unit, 'skills', 'k-one', { name: 'Rigging' });
      await make(
        unit,
        'technicians',
        'p-one',
        somebody('Somebody alone', {
          skills: [{ skillId: 'k-one', level: 4, validFrom: '2026-01-01', validTo: null }],
        }),
      );
      await make(unit, 'job-kinds', 'j-one', {
        name: 'Rig it',
        durationMin: 90,
        skills: [{ skillId: 'k-one', level: 4 }],
      });
      await waiting(unit, { siteId: 'site-100', jobKindId: 'j-one' });
      const { skills } = await readMatrix(unit, { date: null });
      expect(skills.find((s) => s.id === 'k-one')).toMatchObject({
        only: 'Somebody alone',
        topLevel: 4,
        visits: 1,
        askedHours: 1,
      });
    });
  });

  it('are saved for several people as one command, or not at all', async () => {
    await asAnalyst(async (unit) => {
      const [a, b] = await Promise.all([
        readObject(unit, 'technicians', 'tech-13'),
        readObject(unit, 'technicians', 'tech-14'),
      ]);
      const skills = [{ skillId: 'civil', level: 5, validFrom: '2026-06-09', validTo: null }];
      const people = [
        { id: 'tech-13', version: a.version, skills },
        { id: 'tech-14', version: b.version, skills },
      ];
      expect(await saveMatrix(unit, { people })).toEqual({ changed: 2 });
      expect((await readObject(unit, 'technicians', 'tech-14')).skills).toEqual(skills);
      await undoCommand(unit, await newest(unit));
      expect((await readObject(unit, 'technicians', 'tech-14')).skills).toEqual(b.skills);
      const wrong = [
        { id: 'tech-13', version: a.version + 2, skills: [{ ...skills[0], skillId: 'nowhere' }] },
      ];
      expect(await problemsOf(saveMatrix(unit, { people: wrong }))).toEqual([
        'people.0.skills.0.skillId no-such',
      ]);
      const west = await unitAs(unit.transaction, 'analyst', ['westisle']);
      expect((await refusalOf(saveMatrix(west, { people }))).code).toBe('not-found');
    });
  });
});

describe('four weeks', () => {
  it('begin with the week that the company begins, and show who works, is off, and what is asked for', async () => {
    await asAnalyst(async (unit) => {
      await change(unit, 'technicians', 'tech-13', {
        exceptions: [
          { date: '2026-06-10', kind: 'off', startMin: 0, endMin: 1440, reason: 'Away' },
          { date: '2026-06-13', kind: 'hours', startMin: 480, endMin: 720, reason: '' },
        ],
      });
      const view = await readFourWeeks(unit, { from: '2026-06-11' });
      expect(fourWeeks.parse(view)).toEqual(view);
      expect([view.dates[0], view.dates.length]).toEqual(['2026-06-08', 28]);
      const person = view.people.find((p) => p.id === 'tech-13')!;
      expect(person.days[2]).toMatchObject({ what: 'off', worked: 0, reason: 'Away' });
      expect(person.days[5]).toMatchObject({ what: 'changed', worked: 240 });
      expect(view.asked[1]).toBeGreaterThan(0);
      expect(view.there[1]).toBeGreaterThan(view.there[5]!);
      expect(view.holidays.map((h) => h.date)).toContain('2026-06-18');
      await change(unit, 'company', 'company', { weekStartsOn: 0 });
      expect((await readFourWeeks(unit, { from: '2026-06-11' })).dates[0]).toBe('2026-06-07');
    });
  });

  it('IANA: the night of 29 March 2026 is an hour shorter all over Europe, and a shift over it is right', async () => {
    await asAnalyst(async (unit) => {
      const nights = Array.from({ length: 7 }, (_, d) => (d === 5 ? [{ startMin: 1320, endMin: 1800 }] : []));
      await make(unit, 'week-patterns', 'h-night', {
        name: 'Saturday nights',
        weeks: [nights],
        anchorDate: '2026-03-23',
      });
      await change(unit, 'technicians', 'tech-13', { weekPatternId: 'h-night' });
      const view = await readFourWeeks(unit, { from: '2026-03-23' });
      expect(view.clockChanges).toEqual([
        { date: '2026-03-29', zone: 'Atlantic/Azores', minutes: 60 },
        { date: '2026-03-29', zone: 'Atlantic/Madeira', minutes: 60 },
      ]);
      const person = view.people.find((p) => p.id === 'tech-13')!;
      // From 22:00 to 06:00: eight hours on any Saturday, seven on that one.
      expect([person.days[5]!.worked, person.days[12]!.worked]).toEqual([420, 480]);
    });
  });
});

describe('many at once', () => {
  it('get one field, as one command that one undo takes back', async () => {
    await asAnalyst(async (unit) => {
      const items = [
        { id: 'tech-13', version: 1 },
        { id: 'tech-14', version: 1 },
      ];
      const was = await readObject(unit, 'technicians', 'tech-13');
      expect(await saveMany(unit, 'technicians', { items, set: { overtimeLimitMin: 90 } })).toEqual({
        changed: 2,
      });
      const [command] = await listOwnCommands(unit);
      expect(command).toMatchObject({ name: 'save-many', facts: { count: 2, fields: ['overtimeLimitMin'] } });
      await undoCommand(unit, command!.id);
      expect(await readObject(unit, 'technicians', 'tech-13')).toMatchObject({
        overtimeLimitMin: was.overtimeLimitMin,
      });
    });
  });

  it('are refused whole, with what is wrong with each', async () => {
    await asAnalyst(async (unit) => {
      const items = [
        { id: 'tech-13', version: 1 },
        { id: 'tech-14', version: 1 },
      ];
      expect(await problemsOf(saveMany(unit, 'technicians', { items, set: { zone: 'Moon/Base' } }))).toEqual([
        'tech-13: zone zone',
        'tech-14: zone zone',
      ]);
      const stale = saveMany(unit, 'technicians', {
        items: [{ id: 'tech-13', version: 9 }],
        set: { overtimeLimitMin: 0 },
      });
      expect(await refusalOf(stale)).toMatchObject({ code: 'conflict', facts: { reason: 'stale' } });
      const manager = await unitAs(unit.transaction, 'manager', ['quay']);
      expect(
        (await refusalOf(saveMany(manager, 'technicians', { items, set: { overtimeLimitMin: 0 } }))).code,
      ).toBe('not-found');
    });
  });
});

describe('whoever makes a territory', () => {
  it('sees it and has the say in it, and undoing the making leaves nothing', async () => {
    await asAnalyst(async (unit) => {
      const outline = [
        [-40, 40],
        [-39, 40],
        [-39, 41],
      ];
      await make(unit, 'territories', 'far', { name: 'Far', zone: 'Atlantic/Azores', outline });
      const [grant] = await rowsOf(unit.transaction, userTerritories).find({
        userId: unit.user.id,
        territoryId: 'far',
      });
      expect(grant).toMatchObject({ mayChange: true });
      await undoCommand(
        {
          ...unit,
          user: { ...unit.user, grants: [...unit.user.grants, { territoryId: 'far', mayChange: true }] },
        },
        await newest(unit),
      );
      const admin = await unitAs(unit.transaction, 'administrator', []);
      expect((await refusalOf(readObject(admin, 'territories', 'far'))).code).toBe('not-found');
    });
  });
});
