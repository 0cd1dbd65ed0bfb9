import { z } from 'zod';
import { select, type Transaction } from '../../connection';
import { playbooks, playbookVersions } from '../../models/plan';
import { type NewRowOf, rowsOf } from '../../models/table';

const versionShape = z.strictObject({
  id: z.string(),
  playbookId: z.string(),
  name: z.string(),
  version: z.int(),
  note: z.string(),
  content: z.unknown(),
});
export type StoredVersion = z.infer<typeof versionShape>;

const VERSION = `select v.id, v.playbook_id as "playbookId", p.name, v.version, v.note, v.content
  from playbook_versions v join playbooks p on p.id = v.playbook_id`;

/** The newest version of every playbook in use, by name. */
export async function readNewestVersions(transaction: Transaction): Promise<StoredVersion[]> {
  return select(
    transaction,
    versionShape,
    `${VERSION} where p.archived_at is null
       and v.version = (select max(version) from playbook_versions n where n.playbook_id = p.id) order by p.name`,
  );
}

export async function readVersion(transaction: Transaction, id: string): Promise<StoredVersion | null> {
  return (await select(transaction, versionShape, `${VERSION} where v.id = :id`, { id }))[0] ?? null;
}

/** The newest version of the playbook by which the live plan is priced. */
export async function readLiveVersion(transaction: Transaction): Promise<StoredVersion | null> {
  const rows = await select(
    transaction,
    versionShape,
    `${VERSION} join company c on c.live_playbook_id = p.id
     where v.version = (select max(version) from playbook_versions n where n.playbook_id = p.id)`,
  );
  return rows[0] ?? null;
}

export async function addPlaybook(
  transaction: Transaction,
  playbook: NewRowOf<typeof playbooks>,
  version: NewRowOf<typeof playbookVersions>,
): Promise<void> {
  await rowsOf(transaction, playbooks).insert([playbook]);
  await rowsOf(transaction, playbookVersions).insert([version]);
}
