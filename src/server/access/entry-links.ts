import { randomBytes } from 'node:crypto';
import { environment } from '@/config/environment';
import { addEntryLink } from '@/db/repositories/access/users';
import { readMany } from '@/db/repositories/shared/schedule';
import { requireRight } from '../shared/access';
import { hashToken } from '../shared/hash-token';
import { readObject } from '../shared/objects/read-objects';
import type { SystemUnit, Unit } from '../shared/unit';
import { sendMail } from '../stand-ins/mail';

const LINK_HOURS = 24;

/** Makes a link through which a user chooses a password, once, within a day; only its hash is kept. */
export async function makeEntryLink({ transaction }: SystemUnit, userId: string): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  const expiresAt = new Date(Date.now() + LINK_HOURS * 3_600_000);
  await addEntryLink(transaction, { tokenHash: hashToken(token), userId, expiresAt });
  return `/enter?token=${token}`;
}

/** The same by an administrator, for somebody who is new or has forgotten their password. */
export async function issueEntryLink(unit: Unit, userId: string): Promise<{ readonly link: string }> {
  requireRight(unit, 'change', 'users');
  const { email, name } = await readObject(unit, 'users', userId);
  const link = await makeEntryLink(unit, userId);
  const [company] = await readMany(unit.transaction, 'company', ['company']);
  await sendMail(unit, {
    recipient: String(email),
    subject: `Your way into ${company?.name ?? 'Lime Knot'}`,
    body: `${String(name)}, choose your password here:\n${ownAddress()}${link}\n\nThe link works once, within a day. ${unit.user.name} made it.`,
  });
  return { link };
}

/** Where people reach this application. */
function ownAddress(): string {
  const { hosts, listen, port, secureCookies } = environment();
  return `${secureCookies ? 'https' : 'http'}://${hosts[0] ?? `${listen}:${port}`}`;
}
