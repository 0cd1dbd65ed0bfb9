import { randomBytes, randomUUID } from 'node:crypto';
import { type KeyView, keyRequest } from '@/contract/access/keys';
import { roleMay } from '@/contract/access/permissions';
import { OBJECT_NAMES, type ObjectName } from '@/contract/shared/fields';
import { addKey, listKeys, noteUse, readKey, removeKey } from '@/db/repositories/access/keys';
import { readUserById } from '@/db/repositories/access/users';
import { requireRight } from '../shared/access';
import { hashToken } from '../shared/hash-token';
import { Refusal, required } from '../shared/refusal';
import type { SystemUnit, Unit, User } from '../shared/unit';

const MOST_KEYS = 20;
const MOST_DAYS = 366;
export const KEY_MARK = 'lk_';

/** One's own keys; an administrator sees everybody's. */
export async function listOwnKeys(unit: Unit): Promise<{ readonly keys: KeyView[] }> {
  const { user, transaction } = unit;
  const rows = await listKeys(transaction, user.role === 'administrator' ? null : user.id);
  return {
    keys: rows.map(({ userId, lastUsedAt, ...k }) => ({
      ...k,
      isOwn: userId === user.id,
      lastUsedAt: lastUsedAt?.toISOString() ?? null,
    })),
  };
}

/** Makes a key that acts in one's own name, within its scope, until a day within a year. */
export async function makeKey(
  unit: Unit,
  raw: unknown,
): Promise<{ readonly id: string; readonly text: string }> {
  const { name, mayChange, objects, endsOn } = required(keyRequest, raw);
  const { user, transaction } = unit;
  const problem = (path: string, code: string): never => {
    throw new Refusal('invalid', { problems: [{ path, code, facts: { most: MOST_DAYS } }] });
  };
  // Keys live by the clock of the machine, as sessions do.
  const daysLeft = (Date.parse(`${endsOn}T00:00:00Z`) - Date.now()) / 86_400_000;
  if (daysLeft < -1) problem('endsOn', 'over-already');
  if (daysLeft > MOST_DAYS) problem('endsOn', 'too-far');
  const beyond = objects.findIndex((o) => !roleMay(user.role, mayChange ? 'change' : 'read', o));
  if (beyond >= 0) problem(`objects.${beyond}`, 'not-yours');
  if (!OBJECT_NAMES.some((o) => roleMay(user.role, 'read', o))) throw new Refusal('not-found');
  const own = (await listKeys(transaction, user.id)).filter((k) => !k.isOver);
  if (own.length >= MOST_KEYS) throw new Refusal('too-many', { what: 'keys', most: MOST_KEYS });
  const text = `${KEY_MARK}${randomBytes(32).toString('base64url')}`;
  const id = randomUUID();
  await addKey(transaction, {
    id,
    name,
    tokenHash: hashToken(text),
    userId: user.id,
    mayChange,
    objects,
    endsOn,
  });
  return { id, text };
}

/** Ends a key: one's own, or as an administrator anybody's. */
export async function endKey(unit: Unit, id: string): Promise<void> {
  const { keys } = await listOwnKeys(unit);
  const key = keys.find((k) => k.id === id);
  if (!key) throw new Refusal('not-found');
  if (!key.isOwn) requireRight(unit, 'change', 'users');
  await removeKey(unit.transaction, id);
}

/** In whose name a key acts, and how far; null where it is none, is over, or its owner is gone. */
export async function readKeyHolder(
  { transaction }: Pick<SystemUnit, 'transaction'>,
  text: string,
): Promise<User | null> {
  if (!text.startsWith(KEY_MARK)) return null;
  const key = await readKey(transaction, hashToken(text));
  if (!key) return null;
  const user = await readUserById(transaction, key.userId);
  if (!user) return null;
  return {
    ...user,
    limits: { key: key.name, mayChange: key.mayChange, objects: key.objects as ObjectName[] },
  };
}

export async function noteKeyUse(
  { transaction }: Pick<SystemUnit, 'transaction'>,
  text: string,
): Promise<void> {
  await noteUse(transaction, hashToken(text));
}
