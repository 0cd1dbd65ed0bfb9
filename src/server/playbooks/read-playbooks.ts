import type { ListedVersion } from '@/contract/playbooks/copy';
import { readPlaybookContent } from '@/contract/playbooks/playbook';
import { readNewestVersions, readPutAway, readVersionsOf } from '@/db/repositories/playbooks/playbooks';
import { requireRight } from '../shared/access';
import { type PlaybookVersion, playbookVersion, raised } from '../shared/playbooks';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';

/** The newest version of every playbook. */
export async function listPlaybooks(unit: Unit): Promise<PlaybookVersion[]> {
  requireRight(unit, 'read', 'playbooks');
  return (await readNewestVersions(unit.transaction)).map(raised);
}

export async function readPlaybookVersion(unit: Unit, id: string): Promise<PlaybookVersion> {
  requireRight(unit, 'read', 'playbooks');
  return playbookVersion(unit.transaction, id);
}

/** All versions of a playbook, the newest first, each with what it holds. */
export async function listVersions(unit: Unit, playbookId: string): Promise<ListedVersion[]> {
  requireRight(unit, 'read', 'playbooks');
  const rows = await readVersionsOf(unit.transaction, playbookId);
  if (rows.length === 0) throw new Refusal('not-found');
  return rows.map(({ id, version, note, createdAt, by, isCurrent, content }) => ({
    id,
    version,
    note,
    createdAt: createdAt.toISOString(),
    by,
    isCurrent,
    content: readPlaybookContent(content),
  }));
}

/** Playbooks that were put away and can be brought back. */
export async function listPutAway(unit: Unit) {
  requireRight(unit, 'read', 'playbooks');
  return readPutAway(unit.transaction);
}
