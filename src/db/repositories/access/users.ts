import { z } from 'zod';
import { ROLES } from '@/contract/access/permissions';
import { select, type Transaction } from '../../connection';
import { entryLinks, sessions, users, userTerritories } from '../../models/access';
import { type NewRowOf, rowsOf } from '../../models/table';

const userShape = z.strictObject({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role: z.enum(ROLES),
  mayForce: z.boolean(),
  technicianId: z.string().nullable(),
  grants: z.array(z.strictObject({ territoryId: z.string(), mayChange: z.boolean() })),
});
export type UserRow = z.infer<typeof userShape>;

/** Administrators have the say everywhere; the others where they were given it. */
const USER = `select u.id, u.name, u.email, u.role, u.may_force as "mayForce", u.technician_id as "technicianId",
  coalesce(case when u.role = 'administrator' then
    (select jsonb_agg(jsonb_build_object('territoryId', t.id, 'mayChange', true) order by t.id)
      from territories t where t.archived_at is null)
  else (select jsonb_agg(jsonb_build_object('territoryId', t.territory_id, 'mayChange', t.may_change) order by t.territory_id)
    from user_territories t where t.user_id = u.id) end, '[]') as grants from users u`;

/** The user of a session that is not over yet. */
export async function readUserOfSession(
  transaction: Transaction,
  tokenHash: string,
): Promise<UserRow | null> {
  const rows = await select(
    transaction,
    userShape,
    `${USER} join sessions s on s.user_id = u.id
     where s.token_hash = :tokenHash and s.expires_at > now() and u.active and u.archived_at is null`,
    { tokenHash },
  );
  return rows[0] ?? null;
}

/** An active user by id. */
export async function readUserById(transaction: Transaction, id: string): Promise<UserRow | null> {
  const rows = await select(
    transaction,
    userShape,
    `${USER} where u.id = :id and u.active and u.archived_at is null`,
    { id },
  );
  return rows[0] ?? null;
}

const secretShape = z.strictObject({ id: z.string(), hash: z.string() });

/** Id and password hash of an active user by address. */
export async function readSecret(
  transaction: Transaction,
  email: string,
): Promise<z.infer<typeof secretShape> | null> {
  const rows = await select(
    transaction,
    secretShape,
    'select id, password_hash as hash from users where email = :email and active and archived_at is null',
    { email },
  );
  return rows[0] ?? null;
}

export async function writePasswordHash(
  transaction: Transaction,
  id: string,
  passwordHash: string,
): Promise<void> {
  await rowsOf(transaction, users).update({ id }, { passwordHash });
}

export async function addSession(
  transaction: Transaction,
  session: NewRowOf<typeof sessions>,
): Promise<void> {
  await rowsOf(transaction, sessions).insert([session]);
}

const sessionShape = z.strictObject({ tokenHash: z.string(), createdAt: z.date(), agent: z.string() });

/** Sessions of somebody that are not over, newest first. */
export async function readSessionsOf(
  transaction: Transaction,
  userId: string,
): Promise<z.infer<typeof sessionShape>[]> {
  return select(
    transaction,
    sessionShape,
    `select token_hash as "tokenHash", created_at as "createdAt", agent from sessions
     where user_id = :userId and expires_at > now() order by created_at desc`,
    { userId },
  );
}

/** Ends all sessions of somebody but one. */
export async function endOtherSessions(
  transaction: Transaction,
  userId: string,
  keptHash: string,
): Promise<number> {
  const shape = z.strictObject({ n: z.int() });
  const [row] = await select(
    transaction,
    shape,
    `with gone as (delete from sessions where user_id = :userId and token_hash <> :keptHash returning 1)
     select count(*)::int as n from gone`,
    { userId, keptHash },
  );
  return row?.n ?? 0;
}

export async function endSession(transaction: Transaction, tokenHash: string): Promise<void> {
  await rowsOf(transaction, sessions).remove({ tokenHash });
}

const demoPersonShape = z.strictObject({
  id: z.string(),
  name: z.string(),
  role: z.string(),
  territories: z.int(),
});
export type DemoPerson = z.infer<typeof demoPersonShape>;

/** All active users, but only in a database that the demo filled. */
export async function readDemoPeople(transaction: Transaction): Promise<DemoPerson[]> {
  return select(
    transaction,
    demoPersonShape,
    `select u.id, u.name, u.role, (select count(*)::int from user_territories t where t.user_id = u.id) as territories
     from users u where u.active and u.archived_at is null and exists (select 1 from company where filled_by = 'demo')
     order by u.role, u.name`,
  );
}

export async function addUser(
  transaction: Transaction,
  user: NewRowOf<typeof users>,
  grants: readonly { readonly territoryId: string; readonly mayChange: boolean }[] = [],
): Promise<void> {
  await rowsOf(transaction, users).insert([user]);
  await rowsOf(transaction, userTerritories).insert(grants.map((g) => ({ ...g, userId: user.id })));
}

/** Gives somebody a territory to see and change. */
export async function grantTerritory(
  transaction: Transaction,
  userId: string,
  territoryId: string,
): Promise<void> {
  await rowsOf(transaction, userTerritories).insert([{ userId, territoryId, mayChange: true }]);
}

export async function addEntryLink(
  transaction: Transaction,
  link: NewRowOf<typeof entryLinks>,
): Promise<void> {
  await rowsOf(transaction, entryLinks).insert([link]);
}

/** Uses a link up: whose it is, or null when it is unknown, used or over. */
export async function takeEntryLink(transaction: Transaction, tokenHash: string): Promise<string | null> {
  const rows = await select(
    transaction,
    z.strictObject({ userId: z.string() }),
    'delete from entry_links where token_hash = :tokenHash and expires_at > now() returning user_id as "userId"',
    { tokenHash },
  );
  return rows[0]?.userId ?? null;
}

/** Whether nobody can sign in yet. */
export async function isWithoutUsers(transaction: Transaction): Promise<boolean> {
  const shape = z.strictObject({ n: z.int() });
  const [row] = await select(transaction, shape, 'select count(*)::int as n from users');
  return row?.n === 0;
}

/** Which of some sessions still let somebody in. */
export async function liveSessions(
  transaction: Transaction,
  tokenHashes: readonly string[],
): Promise<ReadonlySet<string>> {
  const rows = await select(
    transaction,
    z.strictObject({ tokenHash: z.string() }),
    `select s.token_hash as "tokenHash" from sessions s join users u on u.id = s.user_id
     where s.token_hash in (:tokenHashes) and s.expires_at > now() and u.active and u.archived_at is null`,
    { tokenHashes: ['', ...tokenHashes] },
  );
  return new Set(rows.map((r) => r.tokenHash));
}
