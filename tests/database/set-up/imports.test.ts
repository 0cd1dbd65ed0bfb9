import { guessMeanings } from '@/contract/imports/meanings';
import type { ImportResult, ImportSettings } from '@/contract/imports/settings';
import type { Target } from '@/contract/imports/targets';
import { createRandom } from '@/core/index';
import { openImport, readOwnImport, startImport } from '@/server/set-up/imports/imports';
import { listOwnCommands } from '@/server/shared/commands/list-commands';
import { undoCommand } from '@/server/shared/commands/undo';
import { guessForms, readFile } from '@/server/shared/imports/read-file';
import { NotTaken, takeFile } from '@/server/shared/imports/take-file';
import { listOf, readListQuery, readObject } from '@/server/shared/objects/read-objects';
import { Refusal } from '@/server/shared/refusal';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { newest, problemsOf } from '../../support/objects';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

async function taken(
  unit: Unit,
  target: Target,
  text: string,
  more: Partial<ImportSettings> & { onlyLook?: boolean } = {},
): Promise<ImportResult> {
  const file = readFile(Buffer.from(text, 'utf8'));
  const { onlyLook = false, ...settings } = more;
  return takeFile(unit, {
    target,
    file,
    onlyLook,
    settings: {
      meanings: guessMeanings(target, file.header),
      remember: false,
      ...guessForms(file),
      ...settings,
    },
  });
}
async function notTaken(work: Promise<unknown>): Promise<ImportResult> {
  const cause = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  );
  if (!(cause instanceof NotTaken))
    throw new Error(`Expected a file that is not taken, got ${String(cause)}`);
  return cause.result;
}
const said = ({ problems }: ImportResult): string[] =>
  problems.map((p) => `${p.line} ${p.column} "${p.value}" ${p.code}`);
const byName = async (
  unit: Unit,
  object: 'technicians' | 'sites' | 'week-patterns' | 'work-orders' | 'visits',
  search: string,
) => (await listOf(unit, object, readListQuery(object, new URLSearchParams({ search })))).rows;

describe('people from a spreadsheet', () => {
  const FILE =
    'Full name;Territory;Hours;Latitude;Longitude;Skills;Pay\r\nMaren Holt;Quay;Days, Monday to Friday;34,61;-20,93;Low voltage:3; 31,50\r\n'.replace(
      '; 31',
      ';31',
    );
  it('come in by names, with decimal commas, and live by the clock of their territory', async () => {
    await asAnalyst(async (unit) => {
      expect(await taken(unit, 'technicians', FILE)).toMatchObject({ made: 1, changed: 0, problemCount: 0 });
      const [person] = await byName(unit, 'technicians', 'Maren Holt');
      expect(person).toMatchObject({
        weekPatternId: 'days',
        homeLat: 34.61,
        payPerHour: 31.5,
        zone: 'Atlantic/Madeira',
        territories: [{ territoryId: 'quay', relation: 'home', validFrom: '2026-06-09', validTo: null }],
        skills: [{ skillId: 'low-voltage', level: 3, validFrom: '2026-06-09', validTo: null }],
      });
      // The same file again changes nothing: she is known by her name.
      expect(await taken(unit, 'technicians', FILE)).toMatchObject({ made: 0, changed: 0, left: 1 });
      const more = await taken(unit, 'technicians', 'name,payPerHour\nMaren Holt,33\n');
      expect(more.first).toEqual([
        { line: 2, object: 'technicians', title: 'Maren Holt', what: 'changed', fields: ['payPerHour'] },
      ]);
      expect((await byName(unit, 'technicians', 'Maren Holt'))[0]).toMatchObject({
        payPerHour: 33,
        weekPatternId: 'days',
      });
    });
  });

  it('with anything wrong come in not at all, each problem with line, column and what stands there', async () => {
    await asAnalyst(async (unit) => {
      const text =
        'Name;Territory;Hours;Skills;Time zone\nA;Nowhere;days;Lifting:9;Moon/Base\nB;Quay;nights;Whistling:2;UTC\n;Quay;;;\n';
      const result = await notTaken(taken(unit, 'technicians', text));
      expect(said(result).sort()).toEqual([
        '2 Skills "Lifting:9" too-big',
        '2 Territory "Nowhere" no-such',
        '2 Time zone "Moon/Base" zone',
        '3 Hours "nights" no-such',
        '3 Skills "Whistling:2" no-such',
        '4 Name "" missing',
      ]);
    });
  });

  it('are only looked at first: what would be made is told, and nothing is', async () => {
    await asAnalyst(async (unit) => {
      expect(await notTaken(taken(unit, 'technicians', FILE, { onlyLook: true }))).toMatchObject({
        made: 1,
        problemCount: 0,
      });
    });
  });

  it('of a territory that is not one’s own are refused', async () => {
    await asAnalyst(async (unit) => {
      const west = await unitAs(unit.transaction, 'analyst', ['westisle']);
      expect(said(await notTaken(taken(west, 'technicians', FILE)))).toEqual(['2  "" not-yours']);
      const manager = await unitAs(unit.transaction, 'manager', ['quay']);
      expect((await refusalOf(taken(manager, 'technicians', FILE))).code).toBe('not-found');
    });
  });
});

describe('other files', () => {
  it('hours of a week are written as people write them', async () => {
    await asAnalyst(async (unit) => {
      await taken(unit, 'week-patterns', 'name,weeks\nShort weeks,"Mon-Thu 8-12, 13-17; Fri 8-12"\n');
      const [pattern] = await byName(unit, 'week-patterns', 'Short weeks');
      expect(pattern).toMatchObject({ weeks: [expect.arrayContaining([[{ startMin: 480, endMin: 720 }]])] });
    });
  });

  it('work makes its sites, orders and visits, with what its kind begins with; one undo takes all of it back', async () => {
    await asAnalyst(async (unit) => {
      const text =
        'Order;Problem;Type;Customer;Latitude;Longitude;Due;Window from;Window to\n950001;Screen dark;Payment terminal;Far pier;34,58;-20,93;20.06.2026;;\n;Loose plug;Worn connector;Far pier;;;;12.06.2026 09:00;12.06.2026 11:00\n';
      expect(await taken(unit, 'work', text)).toMatchObject({ made: 5, changed: 0, problemCount: 0 });
      const [site] = await byName(unit, 'sites', 'Far pier');
      expect(site).toMatchObject({ territoryId: 'quay', zone: 'Atlantic/Madeira', lat: 34.58 });
      const visit = await readObject(unit, 'visits', 'order-950001-1');
      expect(visit).toMatchObject({ durationMin: 40, priority: 2, windows: [] });
      // By the company's own clock.
      const plug = (await byName(unit, 'work-orders', 'Loose plug'))[0]!;
      expect(await readObject(unit, 'visits', `${plug.id}-1`)).toMatchObject({
        windows: [{ startsAt: expect.stringMatching(/^2026-06-12T0[89]:00/), endsAt: expect.any(String) }],
      });
      // The order that there is gets another summary, and no second visit.
      expect(
        await taken(
          unit,
          'work',
          'number,summary,jobKind,site\n950001,Screen black,Payment terminal,Far pier\n',
        ),
      ).toMatchObject({ made: 0, changed: 1 });
      await undoCommand(unit, await newest(unit));
      await undoCommand(
        unit,
        (await listOwnCommands(unit)).find((c) => c.name === 'import' && c.undoneBy === null)!.id,
      );
      expect(await byName(unit, 'sites', 'Far pier')).toEqual([]);
    });
  });

  it('wrong work is told by the column of the file', async () => {
    await asAnalyst(async (unit) => {
      const text =
        'summary,jobKind,site,windowStart,windowEnd,dueAt\nA,Nothing,X,,,\nB,Worn connector,Y,2026-06-12 11:00,2026-06-12 09:00,\nC,Worn connector,Z,2026-06-12 11:00,,\nD,Worn connector,W,,,2026-02-30\n';
      expect(said(await notTaken(taken(unit, 'work', text))).sort()).toEqual([
        '2 jobKind "Nothing" no-such',
        '3 dueAt "" ends-before',
        '3 windowStart "2026-06-12 11:00" ends-before',
        '4 windowEnd "" both-or-none',
        '5 dueAt "2026-02-30" format-datetime',
      ]);
    });
  });

  it('rows twice in a file are told by the second', async () => {
    await asAnalyst(async (unit) => {
      expect(said(await notTaken(taken(unit, 'skills', 'id,name\na,Rigging\nb,Rigging\n')))).toEqual([
        '3 name "Rigging" taken',
      ]);
      expect(said(await notTaken(taken(unit, 'skills', 'id,name\na,Rigging\na,Diving\n')))).toEqual([
        '3 id "a" twice',
      ]);
    });
  });

  it('whatever they hold, nothing breaks: it comes in or is refused', async () => {
    const random = createRandom(7);
    const words = [
      'Quay',
      '',
      'Days, Monday to Friday',
      '34.6',
      '-20.9',
      'low-voltage:3',
      '2026-02-29',
      '=1+1',
      '[1]',
      '{"a":1}',
      'null',
      '"',
      'x'.repeat(300),
      '\u0000',
      '🧷',
    ];
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random.next() * list.length)]!;
    const columns = [
      'id',
      'name',
      'territories',
      'skills',
      'zone',
      'weekPatternId',
      'homeLat',
      'homeLon',
      'breaks',
      'exceptions',
      'attributes',
      'moon',
    ];
    for (let i = 0; i < 60; i++) {
      const rows = Array.from({ length: 1 + Math.floor(random.next() * 4) }, () =>
        columns.map(() => JSON.stringify(pick(words)).replaceAll('\\u0000', '\u0000')).join(','),
      );
      await asAnalyst(async (unit) => {
        await taken(unit, 'technicians', [columns.join(','), ...rows].join('\n')).catch((cause: unknown) => {
          if (!(cause instanceof NotTaken) && !(cause instanceof Refusal)) throw cause;
        });
      });
    }
  });
});

describe('a file on its way in', () => {
  const csv = Buffer.from('Skill;Kind of thing\nRigging;Ropes\n');
  it('is read when it is taken up: columns, samples, what they mean and what is open', async () => {
    await asAnalyst(async (unit) => {
      const view = await openImport(unit, { target: 'skills', fileName: 'skills.csv', bytes: csv });
      expect(view).toMatchObject({
        status: 'open',
        rows: 1,
        delimiter: ';',
        settings: { meanings: { Skill: '', 'Kind of thing': '' } },
      });
      const named = await openImport(unit, {
        target: 'skills',
        fileName: 'skills.csv',
        bytes: Buffer.from('Skill name;Group\nRigging;Ropes\n'),
      });
      expect(named.settings.meanings).toEqual({ 'Skill name': 'name', Group: 'groupName' });
    });
  });

  it('what its columns mean is remembered for the next of its kind', async () => {
    await asAnalyst(async (unit) => {
      const view = await openImport(unit, { target: 'skills', fileName: 'skills.csv', bytes: csv });
      const settings = { ...view.settings, meanings: { Skill: 'name', 'Kind of thing': 'groupName' } };
      expect(await startImport(unit, view.id, settings, 'bring')).toMatchObject({ status: 'bringing' });
      const next = await openImport(unit, { target: 'skills', fileName: 'more.csv', bytes: csv });
      expect(next.settings.meanings).toEqual({ Skill: 'name', 'Kind of thing': 'groupName' });
    });
  });

  it('is nobody else’s, is started once, and no field is meant twice', async () => {
    await asAnalyst(async (unit) => {
      const view = await openImport(unit, { target: 'skills', fileName: null, bytes: csv });
      const other = await unitAs(unit.transaction, 'analyst', ['quay']);
      expect((await refusalOf(readOwnImport(other, view.id))).code).toBe('not-found');
      const twice = { ...view.settings, meanings: { Skill: 'name', 'Kind of thing': 'name' } };
      expect(await problemsOf(startImport(unit, view.id, twice, 'check'))).toEqual(['meanings meant-twice']);
      await startImport(unit, view.id, view.settings, 'check');
      expect((await refusalOf(startImport(unit, view.id, view.settings, 'check'))).code).toBe('conflict');
      const manager = await unitAs(unit.transaction, 'manager', ['quay']);
      expect(
        (await refusalOf(openImport(manager, { target: 'skills', fileName: null, bytes: csv }))).code,
      ).toBe('not-found');
      expect(
        (await refusalOf(openImport(unit, { target: 'company', fileName: null, bytes: csv }))).code,
      ).toBe('invalid');
    });
  });
});
