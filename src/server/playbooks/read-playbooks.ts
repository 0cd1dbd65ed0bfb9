import { readNewestVersions } from '@/db/repositories/playbooks/playbooks';
import { requireRight } from '../shared/access';
import { type PlaybookVersion, playbookVersion, raised } from '../shared/playbooks';
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
