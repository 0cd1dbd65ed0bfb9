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

/** The version that holds of every playbook in use, by name. */
export async function readNewestVersions(transaction: Transaction): Promise<StoredVersion[]> {
  return select(
    transaction,
    versionShape,
    `${VERSION} where p.archived_at is null and v.id = p.current_id order by p.name`,
  );
}

export async function readVersion(transaction: Transaction, id: string): Promise<StoredVersion | null> {
  return (await select(transaction, versionShape, `${VERSION} where v.id = :id`, { id }))[0] ?? null;
}

/** The version that holds of the playbook by which the live plan is priced. */
export async function readLiveVersion(transaction: Transaction): Promise<StoredVersion | null> {
  const rows = await select(
    transaction,
    versionShape,
    `${VERSION} join company c on c.live_playbook_id = p.id
     where p.archived_at is null and v.id = p.current_id`,
  );
  return rows[0] ?? null;
}

const stateShape = z.strictObject({
  id: z.string(),
  name: z.string(),
  isAway: z.boolean(),
  currentId: z.string().nullable(),
});

/** Playbooks as they can be undone: their versions never change. */
export async function readPlaybookStates(
  transaction: Transaction,
  ids: readonly string[],
): Promise<ReadonlyMap<string, unknown>> {
  const rows = await select(
    transaction,
    stateShape,
    'select id, name, archived_at is not null as "isAway", current_id as "currentId" from playbooks where id in (:ids)',
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
    {
      ...(state ? { name: state.name, currentId: state.currentId } : {}),
      archivedAt: isAway ? new Date() : null,
    },
  );
}

export async function addPlaybook(
  transaction: Transaction,
  playbook: NewRowOf<typeof playbooks>,
  version: NewRowOf<typeof playbookVersions>,
): Promise<void> {
  await rowsOf(transaction, playbooks).insert([playbook]);
  await addVersion(transaction, version);
}

/** Adds a version, which holds from now on. */
export async function addVersion(
  transaction: Transaction,
  version: NewRowOf<typeof playbookVersions>,
): Promise<void> {
  await rowsOf(transaction, playbookVersions).insert([version]);
  await rowsOf(transaction, playbooks).update({ id: version.playbookId }, { currentId: version.id });
}

/** Holds a playbook against others who would change it; null when it is not there. */
export async function lockPlaybook(
  transaction: Transaction,
  id: string,
): Promise<z.infer<typeof stateShape> | null> {
  const rows = await select(
    transaction,
    stateShape,
    `select id, name, archived_at is not null as "isAway", current_id as "currentId" from playbooks
     where id = :id for update`,
    { id },
  );
  return rows[0] ?? null;
}

export async function highestVersion(transaction: Transaction, playbookId: string): Promise<number> {
  const [row] = await select(
    transaction,
    z.strictObject({ n: z.int().nullable() }),
    'select max(version) as n from playbook_versions where playbook_id = :playbookId',
    { playbookId },
  );
  return row?.n ?? 0;
}

const listedShape = versionShape.extend({
  createdAt: z.date(),
  by: z.string().nullable(),
  isCurrent: z.boolean(),
});

/** All versions of a playbook, the newest first. */
export async function readVersionsOf(
  transaction: Transaction,
  playbookId: string,
): Promise<z.infer<typeof listedShape>[]> {
  return select(
    transaction,
    listedShape,
    `select v.id, v.playbook_id as "playbookId", p.name, v.version, v.note, v.content,
       v.created_at as "createdAt", u.name as by, v.id = p.current_id as "isCurrent"
     from playbook_versions v join playbooks p on p.id = v.playbook_id left join users u on u.id = v.created_by
     where p.id = :playbookId order by v.version desc`,
    { playbookId },
  );
}

const awayShape = z.strictObject({ id: z.string(), name: z.string(), versionId: z.string().nullable() });

/** Playbooks that were put away. */
export async function readPutAway(transaction: Transaction): Promise<z.infer<typeof awayShape>[]> {
  return select(
    transaction,
    awayShape,
    'select id, name, current_id as "versionId" from playbooks where archived_at is not null order by name',
  );
}

/** Whether a name is taken by another playbook, in use or put away. */
export async function isNameTaken(transaction: Transaction, name: string, but: string): Promise<boolean> {
  const rows = await select(
    transaction,
    z.strictObject({ id: z.string() }),
    'select id from playbooks where lower(name) = lower(:name) and id <> :but',
    { name, but },
  );
  return rows.length > 0;
}
