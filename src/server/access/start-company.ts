import { randomBytes, randomUUID } from 'node:crypto';
import { STARTING_PLAYBOOK } from '@/contract/playbooks/starting-playbook';
import { addEntryLink, addUser, isWithoutUsers } from '@/db/repositories/access/users';
import { addPlan } from '@/db/repositories/plan/drafts';
import { addPlaybook } from '@/db/repositories/playbooks/playbooks';
import type { SystemUnit } from '../shared/unit';
import { hashPassword } from './password';
import { hashToken } from './session';

const LINK_HOURS = 24;

/**
 * Makes an empty company ready: an empty live plan, a playbook to begin with, and the first administrator, who
 * comes in through a link that works once. Null when somebody can sign in already.
 */
export async function startCompany(
  { transaction, now }: SystemUnit,
  email: string | undefined,
  name = 'First administrator',
): Promise<string | null> {
  if (!(await isWithoutUsers(transaction))) return null;
  if (!email || !/^[^@\s]+@[^@\s]+$/.test(email))
    throw new Error('The first administrator needs an e-mail address');
  const id = randomUUID();
  // Nobody knows this password; the link sets the first one that is known.
  const passwordHash = await hashPassword(randomUUID());
  await addUser(transaction, { id, email: email.toLowerCase(), name, role: 'administrator', passwordHash });
  await addPlan(transaction, {
    id: 'plan-live',
    kind: 'live',
    name: 'Live plan',
    status: 'live',
    revision: 1,
  });
  await addPlaybook(
    transaction,
    { id: 'balanced', name: 'Balanced' },
    {
      id: 'balanced-1',
      playbookId: 'balanced',
      version: 1,
      content: STARTING_PLAYBOOK,
      note: 'To begin with',
      createdAt: new Date(now * 1000),
    },
  );
  const token = randomBytes(24).toString('base64url');
  const expiresAt = new Date(Date.now() + LINK_HOURS * 3_600_000);
  await addEntryLink(transaction, { tokenHash: hashToken(token), userId: id, expiresAt });
  return `/enter?token=${token}`;
}
