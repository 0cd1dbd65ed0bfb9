import type { PlaybookContent } from '@/contract/playbooks/playbook';
import { newestCommand } from '@/db/repositories/shared/commands';
import { changePlaybook, saveVersion } from '@/server/playbooks/change-playbook';
import { chooseLivePlaybook, copyPlaybook } from '@/server/playbooks/copy-playbook';
import {
  listPlaybooks,
  listPutAway,
  listVersions,
  readPlaybookVersion,
} from '@/server/playbooks/read-playbooks';
import { undoCommand } from '@/server/shared/commands/undo';
import { livePlaybook } from '@/server/shared/playbooks';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

describe('playbooks', () => {
  it('are copied under a name of their own, undone and done again', () =>
    asAnalyst(async (unit) => {
      const [from] = await listPlaybooks(unit);
      const { versionId } = await copyPlaybook(unit, { versionId: from!.id, name: 'Ours' });
      const made = await readPlaybookVersion(unit, versionId);
      expect(made).toMatchObject({ name: 'Ours', version: 1, content: from!.content });
      expect(made.note).toBe(`As ${from!.name}, version ${from!.version}`);
      const again = await refusalOf(copyPlaybook(unit, { versionId: from!.id, name: 'ours' }));
      expect(again.facts.problems).toEqual([{ path: 'name', code: 'taken', facts: {} }]);
      const names = async (): Promise<string[]> => (await listPlaybooks(unit)).map((p) => p.name);
      const { commandId } = await undoCommand(unit, await newestCommand(unit.transaction));
      expect(await names()).not.toContain('Ours');
      await undoCommand(unit, commandId!);
      expect(await names()).toContain('Ours');
    }));

  it('the live plan is priced by the one that is chosen', () =>
    asAnalyst(async (unit) => {
      expect((await livePlaybook(unit.transaction)).playbookId).toBe('everyday');
      await chooseLivePlaybook(unit, { playbookId: 'thrifty' });
      expect((await livePlaybook(unit.transaction)).playbookId).toBe('thrifty');
      await undoCommand(unit, await newestCommand(unit.transaction));
      expect((await livePlaybook(unit.transaction)).playbookId).toBe('everyday');
      expect((await refusalOf(chooseLivePlaybook(unit, { playbookId: 'nothing' }))).code).toBe('not-found');
    }));

  it('are for analysts to copy', () =>
    rolledBack(async (transaction) => {
      const dispatcher = await unitAs(transaction, 'dispatcher', ['quay']);
      const [from] = await listPlaybooks(dispatcher);
      expect((await refusalOf(copyPlaybook(dispatcher, { versionId: from!.id, name: 'X' }))).code).toBe(
        'not-found',
      );
      expect((await refusalOf(chooseLivePlaybook(dispatcher, { playbookId: 'thrifty' }))).code).toBe(
        'not-found',
      );
    }));
});

describe('versions of a playbook', () => {
  const everyday = async (unit: Unit) =>
    (await listPlaybooks(unit)).find((p) => p.playbookId === 'everyday')!;
  const dearer = (content: PlaybookContent, by: number): PlaybookContent => ({
    ...content,
    prices: { ...content.prices, overtimeHour: content.prices.overtimeHour + by },
  });

  it('are stored with a note, hold at once, and can be taken back and done again', () =>
    asAnalyst(async (unit) => {
      const was = await everyday(unit);
      const content = dearer(was.content, 10);
      const saved = await saveVersion(unit, 'everyday', { content, note: 'Overtime hurts', basedOn: was.id });
      expect(await everyday(unit)).toMatchObject({ id: saved.versionId, version: 2, content });
      const [newest, first] = await listVersions(unit, 'everyday');
      expect(newest).toMatchObject({
        version: 2,
        note: 'Overtime hurts',
        by: unit.user.name,
        isCurrent: true,
      });
      expect(first).toMatchObject({ version: 1, isCurrent: false, content: was.content });
      const { commandId } = await undoCommand(unit, saved.commandId!);
      expect((await everyday(unit)).id).toBe(was.id);
      // A version that was taken back keeps its number: runs may have been made by it.
      const third = await saveVersion(unit, 'everyday', {
        content: dearer(was.content, 5),
        note: 'Less',
        basedOn: was.id,
      });
      expect((await everyday(unit)).version).toBe(3);
      await undoCommand(unit, third.commandId!);
      await undoCommand(unit, commandId!);
      expect((await everyday(unit)).id).toBe(saved.versionId);
    }));

  it('made out of one that no longer holds are refused, with the one that does', () =>
    asAnalyst(async (unit) => {
      const was = await everyday(unit);
      const { versionId } = await saveVersion(unit, 'everyday', {
        content: dearer(was.content, 10),
        note: 'Mine',
        basedOn: was.id,
      });
      const late = await refusalOf(
        saveVersion(unit, 'everyday', { content: dearer(was.content, 20), note: 'Theirs', basedOn: was.id }),
      );
      expect([late.code, late.facts]).toEqual([
        'conflict',
        { reason: 'newer-version', versionId, version: 2, note: 'Mine' },
      ]);
      const same = await refusalOf(
        saveVersion(unit, 'everyday', {
          content: dearer(was.content, 10),
          note: 'Again',
          basedOn: versionId,
        }),
      );
      expect(same.facts.problems).toEqual([{ path: 'content', code: 'unchanged', facts: {} }]);
      const bad = await refusalOf(
        saveVersion(unit, 'everyday', { content: dearer(was.content, -1000), note: '', basedOn: versionId }),
      );
      expect((bad.facts.problems as { path: string }[]).map((p) => p.path)).toEqual(
        expect.arrayContaining(['content.prices.overtimeHour', 'note']),
      );
    }));

  it('playbooks are renamed, put away and brought back; not the one that prices the live plan', () =>
    asAnalyst(async (unit) => {
      const names = async (): Promise<string[]> => (await listPlaybooks(unit)).map((p) => p.name);
      await changePlaybook(unit, 'thrifty', { name: 'Sparing' });
      expect(await names()).toContain('Sparing');
      expect((await refusalOf(changePlaybook(unit, 'thrifty', { name: 'everyday' }))).facts.problems).toEqual(
        [{ path: 'name', code: 'taken', facts: {} }],
      );
      await changePlaybook(unit, 'thrifty', { isAway: true });
      expect(await names()).not.toContain('Sparing');
      expect((await listPutAway(unit)).map((p) => p.name)).toEqual(['Sparing']);
      await changePlaybook(unit, 'thrifty', { isAway: false });
      expect(await names()).toContain('Sparing');
      expect((await refusalOf(changePlaybook(unit, 'everyday', { isAway: true }))).facts).toEqual({
        reason: 'prices-the-live-plan',
      });
      expect((await refusalOf(changePlaybook(unit, 'nothing', { isAway: true }))).code).toBe('not-found');
    }));
});
