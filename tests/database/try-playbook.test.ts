import type { TriedPlaybook } from '@/contract/playbooks/answers';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import { OBJECTIVES } from '@/core/index';
import { listPlaybooks } from '@/server/playbooks/read-playbooks';
import { tryPlaybookOut } from '@/server/playbooks/try-playbook';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const everything = { mode: 'all' as const, conditions: [] };

async function tried(
  unit: Unit,
  change: (content: PlaybookContent) => PlaybookContent = (c) => c,
): Promise<TriedPlaybook> {
  const everyday = (await listPlaybooks(unit)).find((p) => p.playbookId === 'everyday')!;
  return tryPlaybookOut(unit, { content: change(everyday.content), versionId: everyday.id });
}
const totalOf = (parts: TriedPlaybook['parts']): number =>
  OBJECTIVES.reduce((sum, o) => sum + parts[o].price, 0);

describe('a playbook that is tried', () => {
  it('unchanged it breaks nothing anew and is scored as before; pairs add up', () =>
    asAnalyst(async (unit) => {
      const answer = await tried(unit);
      expect(answer.broken.count).toBe(0);
      expect(answer.parts).toEqual(answer.before);
      const removed = answer.steps.reduce((sum, s) => sum + s.removed, 0);
      expect(removed + answer.left).toBe(answer.people * answer.visits);
      for (const n of answer.nobody.first)
        expect(n.removed.reduce((sum, r) => sum + r.people, 0)).toBe(answer.people);
      expect(answer.steps.every((s) => s.alone >= 0 && s.alone <= answer.people * answer.visits)).toBe(true);
    }));

  it('a rule that is switched off takes nobody away any more, and what it alone stopped is open', () =>
    asAnalyst(async (unit) => {
      const before = await tried(unit);
      const skills = before.steps.find((s) => s.step === 'skills')!;
      expect(skills.alone).toBeGreaterThan(0);
      const after = await tried(unit, (c) => ({
        ...c,
        rules: { ...c.rules, skills: { on: false, appliesTo: everything } },
      }));
      expect(after.steps.find((s) => s.step === 'skills')).toMatchObject({ removed: 0, alone: 0 });
      expect(after.left).toBe(before.left + skills.alone);
      expect(after.nobody.count).toBeLessThanOrEqual(before.nobody.count);
    }));

  it('a stricter rule breaks visits of the plan, by name; a price changes what it is scored', () =>
    asAnalyst(async (unit) => {
      const strict = await tried(unit, (c) => ({
        ...c,
        rules: { ...c.rules, overtime: { ...c.rules.overtime, mostMin: 0 } },
      }));
      expect(strict.broken.count).toBeGreaterThan(0);
      expect(strict.broken.first.every((b) => b.rule === 'overtime-limit' && b.label.startsWith('W-'))).toBe(
        true,
      );
      const dear = await tried(unit, (c) => ({ ...c, prices: { ...c.prices, overtimeHour: 156 } }));
      expect(dear.parts.overtime.amount).toBe(dear.before.overtime.amount);
      // To the rounding of a price a second to whole millionths.
      expect(dear.parts.overtime.price / dear.before.overtime.price).toBeCloseTo(2, 3);
      expect(totalOf(dear.parts)).toBeGreaterThan(totalOf(dear.before));
    }));

  it('contradictions, idle prices and rules that leave nobody are told', () =>
    asAnalyst(async (unit) => {
      const codes = async (change: (c: PlaybookContent) => PlaybookContent): Promise<string[]> =>
        (await tried(unit, change)).doubts.map((d) => `${d.code} ${d.at}`);
      expect(
        await codes((c) => ({ ...c, rules: { ...c.rules, late: { ...c.rules.late, min: 0 } } })),
      ).toEqual(expect.arrayContaining(['never-late prices.lateMinute', 'never-late prices.missedWindow']));
      expect(await codes((c) => ({ ...c, prices: { ...c.prices, looseEnd: [1, 2, 150, 90, 60] } }))).toEqual(
        expect.arrayContaining([
          'loose-order prices.looseEnd.0',
          'cheaper-missed prices.looseEnd.0',
          'loose-cheap prices.looseEnd.0',
        ]),
      );
      const rule = {
        id: 'x',
        on: true,
        personKey: 'moon',
        match: 'equals' as const,
        visitKey: 'climbs',
        appliesTo: everything,
      };
      expect(
        await codes((c) => ({ ...c, rules: { ...c.rules, attributes: [...c.rules.attributes, rule] } })),
      ).toContain('nobody-has rules.attributes.1');
    }));

  it('is told only over what the user sees', () =>
    rolledBack(async (transaction) => {
      const dispatcher = await unitAs(transaction, 'dispatcher', ['quay']);
      const answer = await tried(dispatcher);
      expect(answer.extent.territoryIds).toEqual(['quay']);
      const everyday = (await listPlaybooks(dispatcher)).find((p) => p.playbookId === 'everyday')!;
      const body = {
        content: everyday.content,
        versionId: everyday.id,
        extent: { territoryIds: ['north'], firstDate: '2026-06-09', lastDate: '2026-06-10' },
      };
      expect((await refusalOf(tryPlaybookOut(dispatcher, body))).code).toBe('not-found');
      const technician = await unitAs(transaction, 'technician', ['quay']);
      expect((await refusalOf(tryPlaybookOut(technician, body))).code).toBe('not-found');
    }));
});
