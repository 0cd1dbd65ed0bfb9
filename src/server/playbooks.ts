import type { PlaybookContent } from '@/contract/playbook';
import { select } from '@/db/connection';
import { database } from './database';
import { Refusal } from './refusal';

export interface PlaybookVersion {
  readonly id: string;
  readonly playbookId: string;
  readonly name: string;
  readonly version: number;
  readonly note: string;
  readonly content: PlaybookContent;
}

const VERSIONS = `select v.id, v.playbook_id as "playbookId", p.name, v.version, v.note, v.content
  from playbook_versions v join playbooks p on p.id = v.playbook_id`;

/** The newest version of every playbook. */
export async function listPlaybooks(): Promise<PlaybookVersion[]> {
  return select<PlaybookVersion>(
    database(),
    `${VERSIONS} where v.version = (select max(version) from playbook_versions n where n.playbook_id = p.id) order by p.name`,
  );
}

export async function readPlaybookVersion(id: string): Promise<PlaybookVersion> {
  const [row] = await select<PlaybookVersion>(database(), `${VERSIONS} where v.id = :id`, { id });
  if (!row) throw new Refusal('not-found');
  return row;
}

/** By whose prices the live plan is read where no other playbook is chosen: the first by name. */
export async function defaultPlaybook(): Promise<PlaybookVersion> {
  const [first] = await listPlaybooks();
  if (!first) throw new Refusal('not-found', { what: 'playbook' });
  return first;
}
