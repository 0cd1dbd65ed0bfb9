import { undoCommand } from '@/server/shared/commands/undo';
import { exportAsCsv } from '@/server/shared/objects/export-objects';
import { importFromCsv } from '@/server/shared/objects/import-objects';
import { readListQuery } from '@/server/shared/objects/read-objects';
import { createObject } from '@/server/shared/objects/save-object';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, rolledBack } from '../support/database';
import { analyst, newest, problemsOf } from '../support/objects';

afterAll(leaveDatabase);

describe('files', () => {
  const parts = (unit: Unit) =>
    exportAsCsv(unit, 'parts', readListQuery('parts', new URLSearchParams('sort=name')));

  it('that were taken out come back the same, whatever the cells begin with', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      for (const [id, name] of [
        ['f', '=1+1'],
        ['g', '@home'],
        ['h', '-5 "mm", long'],
        ['i', "'quoted"],
      ] as const)
        await createObject(unit, 'parts', { id, value: { name } });
      const csv = await parts(unit);
      expect(await importFromCsv(unit, 'parts', csv)).toEqual({ made: 0, changed: 0 });
      expect(await parts(unit)).toBe(csv);
      const people = readListQuery('technicians', new URLSearchParams());
      const all = await exportAsCsv(unit, 'technicians', people);
      expect(await importFromCsv(unit, 'technicians', all)).toEqual({ made: 0, changed: 0 });
    });
  });

  it('make what is new and change what is there, as one command that is undone as one', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const before = await parts(unit);
      const text = '\uFEFFid,name\r\nmeter,Meter two\r\n,Fan\r\nhub,"Hub, small"\r\n';
      expect(await importFromCsv(unit, 'parts', text)).toEqual({ made: 2, changed: 1 });
      expect(await parts(unit)).toContain('hub,"Hub, small"');
      await undoCommand(unit, await newest(unit));
      expect(await parts(unit)).toBe(before);
    });
  });

  it('with anything wrong change nothing, and every problem is told by line and column', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const text = 'id,name,territoryId,lat,lon,moon\na,A,nowhere,34,-20,x\nb,,quay,many,-20,x\n';
      expect(await problemsOf(importFromCsv(unit, 'depots', text))).toEqual([
        'line 1 no-such-column',
        'line 2: territoryId no-such',
        'line 3: lat not-number',
        'line 3: name missing',
      ]);
      const lists = 'name,durationMin,skills\nA,60,"[{""skillId"":""cable"",""level"":9}]"\nB,60,nonsense\n';
      expect(await problemsOf(importFromCsv(unit, 'job-kinds', lists))).toEqual([
        'line 2: skills.0.level too-big',
        'line 3: skills.0.level missing',
        'line 3: skills.0.skillId no-such',
      ]);
    });
  });

  it('into which a name comes twice are refused by the line', async () => {
    await rolledBack(async (transaction) => {
      const unit = await analyst(transaction);
      const work = importFromCsv(unit, 'parts', 'id,name\na,Fan\nb,Fan\n');
      expect(await problemsOf(work)).toEqual(['line 3: name taken']);
    });
  });
});
