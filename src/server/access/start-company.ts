import { randomUUID } from 'node:crypto';
import { SHIPPED_PLAYBOOKS } from '@/contract/playbooks/starting-playbook';
import { addUser, isWithoutUsers } from '@/db/repositories/access/users';
import { addPlan } from '@/db/repositories/plan/drafts';
import { addPlaybook } from '@/db/repositories/playbooks/playbooks';
import type { SystemUnit } from '../shared/unit';
import { makeEntryLink } from './entry-links';

/**
 * Makes an empty company ready: an empty live plan, a playbook to begin with, and the first administrator, who
 * comes in through a link that works once. Null when somebody can sign in already.
 */
export async function startCompany(
  unit: SystemUnit,
  email: string | undefined,
  name = 'First administrator',
): Promise<string | null> {
  const { transaction, now } = unit;
  if (!(await isWithoutUsers(transaction))) return null;
  if (!email || !/^[^@\s]+@[^@\s]+$/.test(email))
    throw new Error('The first administrator needs an e-mail address');
  const id = randomUUID();
  // No password fits this; the link sets the first one that does.
  const passwordHash = '!';
  await addUser(transaction, { id, email: email.toLowerCase(), name, role: 'administrator', passwordHash });
  await addPlan(transaction, {
    id: 'plan-live',
    kind: 'live',
    name: 'Live plan',
    status: 'live',
    revision: 1,
  });
  for (const { id: playbookId, name: title, note, content } of SHIPPED_PLAYBOOKS)
    await addPlaybook(
      transaction,
      { id: playbookId, name: title },
      { id: `${playbookId}-1`, playbookId, version: 1, content, note, createdAt: new Date(now * 1000) },
    );
  return makeEntryLink(unit, id);
}
