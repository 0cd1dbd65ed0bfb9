import { guessMeanings } from '@/contract/imports/meanings';
import { guessForms, readFile } from '@/server/shared/imports/read-file';
import { takeFile } from '@/server/shared/imports/take-file';
import type { Unit } from '@/server/shared/unit';
import { readOrder } from '@/server/work/read-order';
import { readWork } from '@/server/work/read-work';
import { leaveDatabase } from '../../support/database';
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
});
