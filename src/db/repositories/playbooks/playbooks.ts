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
     where p.archived_at is null
       and v.version = (select max(version) from playbook_versions n where n.playbook_id = p.id)`,
  );
  return rows[0] ?? null;
}

const stateShape = z.strictObject({ id: z.string(), name: z.string(), isAway: z.boolean() });

/** Playbooks as they can be undone: their versions never change. */
export async function readPlaybookStates(
  transaction: Transaction,
  ids: readonly string[],
): Promise<ReadonlyMap<string, unknown>> {
  const rows = await select(
    transaction,
    stateShape,
    'select id, name, archived_at is not null as "isAway" from playbooks where id in (:ids)',
    { ids: ['', ...ids] },
  );
  return new Map(rows.map((r) => [r.id, r]));
}

/** Puts a playbook back as it was; one that was not there is put away, since runs may have been made by it. */
export async function writePlaybookState(
  transaction: Transaction,
  id: string,
  value: unknown,
): Promise<void> {
  const state = value === null ? null : stateShape.parse(value);
  const isAway = state === null || state.isAway;
  await rowsOf(transaction, playbooks).update(
    { id },
    { ...(state ? { name: state.name } : {}), archivedAt: isAway ? new Date() : null },
  );
}

export async function addPlaybook(
  transaction: Transaction,
  playbook: NewRowOf<typeof playbooks>,
  version: NewRowOf<typeof playbookVersions>,
): Promise<void> {
  await rowsOf(transaction, playbooks).insert([playbook]);
  await rowsOf(transaction, playbookVersions).insert([version]);
}
