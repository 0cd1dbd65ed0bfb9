import { OBJECTS, objectKind } from '@/contract/registry';
import { OBJECT_NAMES, type ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import type { Transaction } from '@/db/connection';
import { readAll as readStored } from '@/db/repositories/shared/schedule';
import { listOwnCommands } from '@/server/shared/commands/list-commands';
import { undoCommand } from '@/server/shared/commands/undo';
import { exportAsCsv } from '@/server/shared/objects/export-objects';
import {
  listOf,
  readListQuery,
  readObject,
  readObjectHistory,
  readUses,
} from '@/server/shared/objects/read-objects';
import { archiveObject, createObject, saveObject } from '@/server/shared/objects/save-object';
import { ALL_TERRITORIES, leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';
import { analyst, bareOf, newest, problemsOf } from '../support/objects';

afterAll(leaveDatabase);

const readAll = async (transaction: Transaction, name: ObjectName): Promise<ObjectValue[]> =>
  (await readStored(transaction, name)) as unknown as ObjectValue[];
describe('objects as they are kept', () => {
  it.each(OBJECT_NAMES)('%s of the demo have the shape of their schema', async (name) => {
    await rolledBack(async (transaction) => {
      const kind = objectKind(name);
      for (const value of await readAll(transaction, name)) {
        const own = Object.fromEntries(Object.keys(kind.schema.shape).map((field) => [field, value[field]]));
        const read = kind.schema.safeParse(own);
        expect(read.error?.issues ?? []).toEqual([]);
        expect(read.data).toEqual(own);
      }
    });
  });

  it('are made, read, changed, put away and taken back, with their parts', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const made = await createObject(unit, 'territories', {
        value: {
          name: 'Skerry',
          zone: 'Atlantic/Azores',
          outline: [
            [-21, 34],
            [-20, 34],
            [-20, 35],
          ],
          holidays: [{ date: '2026-12-08', name: 'Lantern day' }],
        },
      });
      expect(made).toMatchObject({ version: 1, archivedAt: null, neighbours: [], weekPatternId: null });
      const admin = await unitAs(transaction, 'administrator', []);
      expect(await readObject(admin, 'territories', made.id)).toEqual(made);
      const value = { ...bareOf(made), name: 'Skerries', holidays: [] };
      const saved = await saveObject(admin, 'territories', made.id, { version: 1, value });
      expect(saved).toMatchObject({ name: 'Skerries', version: 2, holidays: [] });
      const away = await archiveObject(admin, 'territories', made.id, { version: 2, archived: true });
      expect(away.archivedAt).not.toBeNull();
      const back = await archiveObject(admin, 'territories', made.id, { version: 3, archived: false });
      expect(back).toMatchObject({ version: 4, archivedAt: null });
      const history = await readObjectHistory(admin, 'territories', made.id);
      expect(history.map((h) => h.name)).toEqual(['restore', 'archive', 'save', 'create']);
    });
  });

  it('that are saved as they were leave no trace', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const skill = await readObject(unit, 'skills', 'cable');
      const saved = await saveObject(unit, 'skills', 'cable', { version: 1, value: bareOf(skill) });
      expect(saved).toEqual(skill);
      expect(await listOwnCommands(unit)).toEqual([]);
    });
  });
});

describe('what is not right', () => {
  it('is told wholly, by field', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const person = bareOf(await readObject(unit, 'technicians', 'tech-01'));
      const wrong = {
        ...person,
        name: ' ',
        zone: 'Mars/Base',
        travelBeforeMin: 0.5,
        startsAt: 'depot',
        depotId: null,
        weekPatternId: 'nowhere',
        moon: 1,
        skills: [
          { skillId: 'cable', level: 9, validFrom: '2026-01-01', validTo: '2025-01-01' },
          { skillId: 'cable', level: 2, validFrom: '0000-01-01', validTo: null },
        ],
      };
      expect(
        await problemsOf(saveObject(unit, 'technicians', 'tech-01', { version: 1, value: wrong })),
      ).toEqual(
        expect.arrayContaining([
          'name too-small',
          'zone zone',
          'weekPatternId no-such',
          'travelBeforeMin not-int',
          'skills.0.level too-big',
          'skills.1.validFrom date-range',
          ' unrecognized-keys',
        ]),
      );
    });
  });

  it('references that lead nowhere are told with where', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const person = bareOf(await readObject(unit, 'technicians', 'tech-01'));
      const value = {
        ...person,
        weekPatternId: 'nowhere',
        skills: [{ skillId: 'flying', level: 1, validFrom: '2026-01-01', validTo: null }],
      };
      expect(await problemsOf(saveObject(unit, 'technicians', 'tech-01', { version: 1, value }))).toEqual([
        'skills.0.skillId no-such',
        'weekPatternId no-such',
      ]);
    });
  });

  it.each<[ObjectName, Record<string, unknown>, string]>([
    ['skills', { name: 'Network' }, 'name taken'],
    ['parts', { name: '' }, 'name too-small'],
    ['crews', { leaderId: 'tech-12', members: [{ technicianId: 'tech-12' }] }, 'members leader-is-member'],
    ['job-kinds', { people: 2, crewOf: 2 }, 'crewOf crew-or-people'],
    ['job-kinds', { durationBestMin: 500, durationWorstMin: 600 }, 'durationBestMin best-above-usual'],
    [
      'equipment',
      { outages: [{ startsAt: '2026-06-09T10:00:00Z', endsAt: '2026-06-09T09:00:00Z' }] },
      'outages.0.endsAt ends-before',
    ],
    [
      'week-patterns',
      {
        weeks: [
          [
            [
              { startMin: 0, endMin: 60 },
              { startMin: 30, endMin: 90 },
            ],
            [],
            [],
            [],
            [],
            [],
            [],
          ],
        ],
      },
      'weeks.0.0.1 overlap',
    ],
    ['visits', { dueAt: '2020-01-01T00:00:00Z' }, 'dueAt ends-before'],
    ['visits', { afterGapMin: 5 }, 'afterGapMin both-or-none'],
    [
      'work-orders',
      {
        differs: {
          skills: [
            { skillId: 'cable', level: 1 },
            { skillId: 'cable', level: 2 },
          ],
        },
      },
      'differs.skills.1 twice',
    ],
  ])('%s with %j: %s', async (name, change, expected) => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const [first] = await readAll(transaction, name);
      const value = { ...bareOf(first!), ...change };
      const work = saveObject(unit, name, first!.id, { version: 1, value });
      expect(await problemsOf(work)).toContain(expected);
    });
  });
});

describe('two people who change one thing', () => {
  it('the second is told what the first changed, and nothing of theirs is lost', async () => {
    await rolledBack(async (transaction) => {
      const first = await analyst(transaction);
      const second = await unitAs(transaction, 'analyst', ['quay', 'westisle']);
      const read = await readObject(first, 'skills', 'cable');
      await saveObject(first, 'skills', 'cable', {
        version: 1,
        value: { ...bareOf(read), name: 'Jointing' },
      });
      const refusal = await refusalOf(
        saveObject(second, 'skills', 'cable', {
          version: 1,
          value: { ...bareOf(read), groupName: 'Cables' },
        }),
      );
      expect(refusal.code).toBe('conflict');
      expect(refusal.facts).toMatchObject({
        reason: 'stale',
        current: { name: 'Jointing', version: 2 },
        changes: [{ by: 'Some analyst', fields: ['name'] }],
      });
    });
  });

  it('undo takes back, again does again, and what stands in the way is listed', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const read = await readObject(unit, 'skills', 'cable');
      await saveObject(unit, 'skills', 'cable', { version: 1, value: { ...bareOf(read), name: 'Jointing' } });
      const saved = await newest(unit);
      const undone = await undoCommand(unit, saved);
      expect(await readObject(unit, 'skills', 'cable')).toMatchObject({ name: read.name, version: 3 });
      expect((await refusalOf(undoCommand(unit, saved))).facts).toEqual({ reason: 'undone-already' });
      await undoCommand(unit, undone.commandId!);
      expect(await readObject(unit, 'skills', 'cable')).toMatchObject({ name: 'Jointing', version: 4 });
      const again = await newest(unit);
      const now = await readObject(unit, 'skills', 'cable');
      await saveObject(unit, 'skills', 'cable', { version: 4, value: { ...bareOf(now), name: 'Other' } });
      expect((await refusalOf(undoCommand(unit, again))).facts).toEqual({
        reason: 'changed-since',
        inTheWay: [{ object: 'skills', objectId: 'cable' }],
      });
    });
  });

  it('making a thing is undone by taking it away, unless it is in use', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      await createObject(unit, 'parts', { id: 'fan', value: { name: 'Fan' } });
      await undoCommand(unit, await newest(unit));
      expect((await refusalOf(readObject(unit, 'parts', 'fan'))).code).toBe('not-found');
    });
  });
});

describe('what is in use', () => {
  it('is not put away, and what uses it is told', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const { uses } = await readUses(unit, 'week-patterns', 'shop-hours');
      expect(uses.map((u) => u.object)).toEqual(expect.arrayContaining(['sites']));
      const refusal = await refusalOf(archiveObject(unit, 'skills', 'cable', { version: 1, archived: true }));
      expect(refusal.facts.reason).toBe('in-use');
      const named = (refusal.facts.uses as { object: string }[]).map((u) => u.object);
      expect(new Set(named)).toEqual(new Set(['technicians', 'job-kinds']));
    });
  });

  it('also where only a work order asks for it', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      await createObject(unit, 'skills', { id: 'diving', value: { name: 'Diving' } });
      const order = await readObject(unit, 'work-orders', 'order-1001');
      await saveObject(unit, 'work-orders', 'order-1001', {
        version: 1,
        value: { ...bareOf(order), differs: { skills: [{ skillId: 'diving', level: 2 }] } },
      });
      const { uses } = await readUses(unit, 'skills', 'diving');
      expect(uses).toEqual([{ object: 'work-orders', id: 'order-1001', title: 'W-1001' }]);
    });
  });
});

describe('lists', () => {
  const listed = async (
    role: Parameters<typeof unitAs>[1],
    territories: string[],
    name: ObjectName,
    query: string,
  ) => {
    let out: { rows: readonly ObjectValue[]; total: number } = { rows: [], total: 0 };
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, role, territories);
      out = await listOf(unit, name, readListQuery(name, new URLSearchParams(query)));
    });
    return out;
  };

  it('search, filter, sort and page', async () => {
    const all = await listed('analyst', ALL_TERRITORIES, 'sites', 'pageSize=500');
    expect(all.total).toBe(301);
    const quay = await listed(
      'analyst',
      ALL_TERRITORIES,
      'sites',
      'territoryId=quay&sort=-name&pageSize=5&page=1',
    );
    expect(quay.rows).toHaveLength(5);
    expect(new Set(quay.rows.map((r) => r.territoryId))).toEqual(new Set(['quay']));
    const names = quay.rows.map((r) => String(r.name));
    expect(names).toEqual([...names].sort().reverse());
    const [one] = all.rows;
    const found = await listed(
      'analyst',
      ALL_TERRITORIES,
      'sites',
      `search=${encodeURIComponent(String(one!.address))}`,
    );
    expect(found.rows.map((r) => r.id)).toContain(one!.id);
    expect((await listed('analyst', ALL_TERRITORIES, 'sites', 'search=%25')).total).toBe(0);
  });

  it('show only what lies in one’s territories', async () => {
    const west = await listed('dispatcher', ['westisle'], 'technicians', 'pageSize=500');
    expect(west.total).toBeGreaterThan(3);
    for (const t of west.rows)
      expect((t.territories as { territoryId: string }[]).some((m) => m.territoryId === 'westisle')).toBe(
        true,
      );
    const orders = await listed('dispatcher', ['westisle'], 'work-orders', 'pageSize=500');
    const every = await listed('analyst', ALL_TERRITORIES, 'work-orders', 'pageSize=500');
    expect(orders.total).toBeLessThan(every.total);
    expect((await listed('dispatcher', ['westisle'], 'equipment', '')).rows.map((e) => e.id)).toEqual([
      'lift-2',
    ]);
  });

  it('refuse what cannot be asked', async () => {
    expect(() => readListQuery('sites', new URLSearchParams('moon=1&sort=outline&page=-1'))).toThrow(
      'invalid',
    );
    expect(() => readListQuery('visits', new URLSearchParams('priority=high'))).toThrow('invalid');
  });

  it('are taken out as CSV that no spreadsheet runs', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      await createObject(unit, 'parts', { id: 'p', value: { name: '=1+1, "x"' } });
      const csv = await exportAsCsv(unit, 'parts', readListQuery('parts', new URLSearchParams('sort=name')));
      const [head, ...lines] = csv.split('\r\n');
      expect(head).toBe('id,name');
      expect(lines).toContain(`p,"'=1+1, ""x"""`);
    });
  });
});

describe('rights', () => {
  it('what a role does not have does not exist for it', async () => {
    await rolledBack(async (transaction) => {
      for (const name of Object.keys(OBJECTS) as ObjectName[]) {
        const unit = await unitAs(transaction, 'technician', ALL_TERRITORIES);
        const query = readListQuery(name, new URLSearchParams());
        expect((await refusalOf(listOf(unit, name, query))).code).toBe('not-found');
      }
      const manager = await unitAs(transaction, 'manager', ALL_TERRITORIES);
      const work = saveObject(manager, 'skills', 'cable', { version: 1, value: {} });
      expect((await refusalOf(work)).code).toBe('not-found');
    });
  });

  it('unknown and out of sight answer alike, whatever was sent', async () => {
    await rolledBack(async (transaction) => {
      const west = await unitAs(transaction, 'dispatcher', ['westisle']);
      const [far] = (await readAll(transaction, 'sites')).filter((s) => s.territoryId === 'farside');
      for (const id of [far!.id, 'no-such-site']) {
        expect((await refusalOf(readObject(west, 'sites', id))).facts).toEqual({});
        const work = saveObject(west, 'sites', id, { version: 1, value: { nonsense: true } });
        expect(await refusalOf(work)).toMatchObject({ code: 'not-found', facts: {} });
      }
    });
  });

  it('nothing is moved into a territory that is not one’s own', async () => {
    await rolledBack(async (transaction) => {
      const west = await unitAs(transaction, 'dispatcher', ['westisle']);
      const [own] = (await readAll(transaction, 'sites')).filter((s) => s.territoryId === 'westisle');
      const value = { ...bareOf(own!), territoryId: 'quay' };
      const work = saveObject(west, 'sites', own!.id, { version: 1, value });
      expect((await refusalOf(work)).code).toBe('not-found');
    });
  });
});
