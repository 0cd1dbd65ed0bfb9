import { randomUUID } from 'node:crypto';
import { copyRequest, liveRequest } from '@/contract/playbooks/copy';
import { addPlaybook, readNewestVersions, readPlaybookStates } from '@/db/repositories/playbooks/playbooks';
import { readMany } from '@/db/repositories/shared/schedule';
import { requireRight } from '../shared/access';
import { runCommand } from '../shared/commands/command';
import { prepareSave, writePrepared } from '../shared/objects/save-object';
import { playbookVersion } from '../shared/playbooks';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { refuseIfTaken } from './change-playbook';

/** Makes a playbook as another one is at a version: a command that can be undone. */
export async function copyPlaybook(unit: Unit, raw: unknown): Promise<{ readonly versionId: string }> {
  requireRight(unit, 'change', 'playbooks');
  const { versionId, name } = required(copyRequest, raw);
  const { transaction, now } = unit;
  const from = await playbookVersion(transaction, versionId);
  await refuseIfTaken(unit, name);
  const id = randomUUID();
  const facts = { object: 'playbooks', id, title: name, from: from.name };
  await runCommand(unit, 'copy-playbook', facts, async (command) => {
    await addPlaybook(
      transaction,
      { id, name },
      {
        id: `${id}-1`,
        playbookId: id,
        version: 1,
        content: from.content,
        note: `As ${from.name}, version ${from.version}`,
        createdAt: new Date(now * 1000),
        createdBy: unit.user.id,
      },
    );
    const after = (await readPlaybookStates(transaction, [id])).get(id);
    command.note({ object: 'playbooks', objectId: id, before: null, after, territoryIds: [] });
  });
  return { versionId: `${id}-1` };
}

/** Has the live plan priced by a playbook. */
export async function chooseLivePlaybook(unit: Unit, raw: unknown): Promise<Record<string, never>> {
  requireRight(unit, 'read', 'playbooks');
  const { playbookId } = required(liveRequest, raw);
  const known = (await readNewestVersions(unit.transaction)).find((p) => p.playbookId === playbookId);
  if (!known) throw new Refusal('not-found');
  const [company] = await readMany(unit.transaction, 'company', ['company']);
  if (!company) throw new Refusal('not-found');
  const facts = { object: 'playbooks', id: playbookId, title: known.name };
  await runCommand(unit, 'live-playbook', facts, async (command) => {
    const prepared = await prepareSave(unit, 'company', 'company', {
      version: company.version,
      value: ({ id: _id, version: _version, archivedAt: _away, ...fields }) => ({
        ...fields,
        livePlaybookId: playbookId,
      }),
    });
    await writePrepared(unit, command, 'company', prepared);
  });
  return {};
}
