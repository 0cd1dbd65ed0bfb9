import { randomUUID } from 'node:crypto';
import { newVersion, playbookChange } from '@/contract/playbooks/copy';
import { stableJson } from '@/core/index';
import {
  addVersion,
  highestVersion,
  isNameTaken,
  lockPlaybook,
  readPlaybookStates,
  writePlaybookState,
} from '@/db/repositories/playbooks/playbooks';
import { requireRight } from '../shared/access';
import { runCommand } from '../shared/commands/command';
import { livePlaybook, playbookVersion } from '../shared/playbooks';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';

export async function refuseIfTaken(unit: Unit, name: string, but = ''): Promise<void> {
  if (await isNameTaken(unit.transaction, name, but))
    throw new Refusal('invalid', { problems: [{ path: 'name', code: 'taken', facts: {} }] });
}

async function locked(unit: Unit, playbookId: string) {
  requireRight(unit, 'change', 'playbooks');
  const state = await lockPlaybook(unit.transaction, playbookId);
  if (!state) throw new Refusal('not-found');
  return state;
}

/** Stores what became of a playbook as its next version. Refused when another version holds by now, with who made it. */
export async function saveVersion(
  unit: Unit,
  playbookId: string,
  raw: unknown,
): Promise<{ readonly versionId: string; readonly commandId: number | null }> {
  const before = await locked(unit, playbookId);
  const { content, note, basedOn } = required(newVersion, raw);
  const { transaction, now, user } = unit;
  if (before.isAway || before.currentId === null) throw new Refusal('not-found');
  const current = await playbookVersion(transaction, before.currentId);
  if (current.id !== basedOn)
    throw new Refusal('conflict', {
      reason: 'newer-version',
      versionId: current.id,
      version: current.version,
      note: current.note,
    });
  if (stableJson(current.content) === stableJson(content))
    throw new Refusal('invalid', { problems: [{ path: 'content', code: 'unchanged', facts: {} }] });
  const version = (await highestVersion(transaction, playbookId)) + 1;
  const versionId = `${playbookId}-${version}-${randomUUID().slice(0, 8)}`;
  const facts = { object: 'playbooks', id: playbookId, title: before.name, version, note };
  const { commandId } = await runCommand(unit, 'save-playbook', facts, async (command) => {
    await addVersion(transaction, {
      id: versionId,
      playbookId,
      version,
      content,
      note,
      createdAt: new Date(now * 1000),
      createdBy: user.id,
    });
    const after = (await readPlaybookStates(transaction, [playbookId])).get(playbookId);
    command.note({ object: 'playbooks', objectId: playbookId, before, after, territoryIds: [] });
  });
  return { versionId, commandId };
}

/** Gives a playbook another name, puts it away, or brings it back. */
export async function changePlaybook(
  unit: Unit,
  playbookId: string,
  raw: unknown,
): Promise<{ readonly commandId: number | null }> {
  const before = await locked(unit, playbookId);
  const change = required(playbookChange, raw);
  if ('name' in change) await refuseIfTaken(unit, change.name, playbookId);
  else if (change.isAway && (await livePlaybook(unit.transaction)).playbookId === playbookId)
    throw new Refusal('conflict', { reason: 'prices-the-live-plan' });
  const after = { ...before, ...change };
  const name = 'name' in change ? 'rename-playbook' : change.isAway ? 'archive-playbook' : 'restore-playbook';
  const facts = {
    object: 'playbooks',
    id: playbookId,
    title: after.name,
    ...('name' in change ? { from: before.name } : {}),
  };
  const { commandId } = await runCommand(unit, name, facts, async (command) => {
    if (stableJson(before) === stableJson(after)) return;
    await writePlaybookState(unit.transaction, playbookId, after);
    command.note({ object: 'playbooks', objectId: playbookId, before, after, territoryIds: [] });
  });
  return { commandId };
}
