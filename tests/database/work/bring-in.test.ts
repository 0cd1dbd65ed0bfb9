import { guessMeanings } from '@/contract/imports/meanings';
import { guessForms, readFile } from '@/server/shared/imports/read-file';
import { takeFile } from '@/server/shared/imports/take-file';
import type { Unit } from '@/server/shared/unit';
import { readOrder } from '@/server/work/read-order';
import { readWork } from '@/server/work/read-work';
import { takeWorkLines } from '@/server/work/take-lines';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

function taken(unit: Unit, text: string) {
  const file = readFile(Buffer.from(text, 'utf8'));
  const settings = { meanings: guessMeanings('work', file.header), remember: false, ...guessForms(file) };
  return takeFile(unit, { target: 'work', file, onlyLook: false, settings });
}

describe('work of another program', () => {
  it('is known again by its number there: changed, and not made twice', () =>
    asAnalyst(async (unit) => {
      const site = (await readWork(unit, {})).rows[0]!.site;
      const head = 'Ticket,Summary,Job kind,Site,Priority,Due\n';
      await taken(unit, `${head}T-77,Screen is dark,Payment terminal,${site},3,2026-06-20T12:00:00Z\n`);
      const [made] = (await readWork(unit, { search: 'T-77' })).rows;
      expect(made).toMatchObject({ outsideNumber: 'T-77', summary: 'Screen is dark', priority: 3 });
      await taken(unit, `${head}T-77,Screen is dark again,Payment terminal,${site},1,2026-06-12T12:00:00Z\n`);
      const found = await readWork(unit, { search: 'T-77' });
      expect(found.rows).toHaveLength(1);
      expect(found.rows[0]).toMatchObject({
        id: made!.id,
        summary: 'Screen is dark again',
        priority: 1,
        dueAt: Date.UTC(2026, 5, 12, 12) / 1000,
      });
      expect((await readOrder(unit, made!.id)).visits).toHaveLength(1);
    }));

  it('comes through the interface for programs as lines, whole or not at all, each problem with its line and field', () =>
    asAnalyst(async (unit) => {
      const site = (await readWork(unit, {})).rows[0]!.site;
      const line = { outsideNumber: 'T-90', summary: 'Hums', jobKind: 'Payment terminal', site };
      const made = await takeWorkLines(unit, { lines: [line, { ...line, outsideNumber: 'T-91' }] });
      expect(made).toMatchObject({ made: 4, changed: 0, problemCount: 0 });
      const again = await takeWorkLines(unit, { lines: [{ ...line, summary: 'Hums still', priority: 1 }] });
      expect(again).toMatchObject({ made: 0, changed: 2 });
      expect((await readWork(unit, { search: 'T-90' })).rows).toEqual([
        expect.objectContaining({ summary: 'Hums still', priority: 1 }),
      ]);
      const refused = await refusalOf(
        takeWorkLines(unit, { lines: [line, { ...line, jobKind: 'Nothing', priority: 9 }] }),
      );
      expect(refused.facts.problems).toEqual(
        expect.arrayContaining([
          expect.objectContaining({ path: 'lines.1.jobKind', code: 'no-such' }),
          expect.objectContaining({ path: 'lines.1.priority', code: 'too-big' }),
        ]),
      );
      const strange = await refusalOf(takeWorkLines(unit, { lines: [{ ...line, colour: 'red' }] }));
      expect(strange.facts.problems).toEqual([
        expect.objectContaining({ path: 'lines.0', code: 'unrecognized-keys' }),
      ]);
      for (const wrong of [{}, { lines: [] }, { lines: [1] }, { lines: Array(501).fill(line) }])
        expect((await refusalOf(takeWorkLines(unit, wrong))).code).toBe('invalid');
      const west = await unitAs(unit.transaction, 'dispatcher', ['westisle']);
      const elsewhere = (await readWork(unit, {})).rows.find((r) => r.territory === 'Quay')!.site;
      expect((await refusalOf(takeWorkLines(west, { lines: [{ ...line, site: elsewhere }] }))).code).toBe(
        'invalid',
      );
    }));
});
