import { newestCommand } from '@/db/repositories/shared/commands';
import { chooseLivePlaybook, copyPlaybook } from '@/server/playbooks/copy-playbook';
import { listPlaybooks, readPlaybookVersion } from '@/server/playbooks/read-playbooks';
import { undoCommand } from '@/server/shared/commands/undo';
import { livePlaybook } from '@/server/shared/playbooks';
import { refusalOf, rolledBack, unitAs } from '../support/database';
import { asAnalyst } from '../support/set-up';

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
