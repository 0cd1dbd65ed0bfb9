import { inTransaction } from '@/db/connection';
import { users } from '@/db/models/access';
import { rowsOf } from '@/db/models/table';
import { changeOwnPassword, listOwnSessions, signOutElsewhere } from '@/server/access/account';
import { hashPassword } from '@/server/access/password';
import { readSession, signIn } from '@/server/access/session';
import type { User } from '@/server/shared/unit';
import { DEMO_NOW, leaveDatabase, refusalOf, testDatabase } from '../support/database';

const ID = 'test-account';
const EMAIL = 'account@test.example';
const db = testDatabase();
const from = (client: string, agent: string) => ({ db, client, agent, before: undefined, now: DEMO_NOW });
const user: User = {
  id: ID,
  name: 'Some account',
  email: EMAIL,
  role: 'dispatcher',
  mayForce: true,
  grants: [],
};
const enter = (password: string, client: string, agent = 'Firefox'): Promise<string> =>
  signIn({ email: EMAIL, password }, from(client, agent));
const sessionOf = (token: string) =>
  inTransaction(db, 'read', (transaction) => readSession({ transaction }, token));
const listed = (token: string) =>
  inTransaction(db, 'read', (transaction) => listOwnSessions({ user, transaction, now: DEMO_NOW }, token));

/** Sessions are opened in transactions of their own: these are committed, and cleared away after. */
beforeAll(async () => {
  const passwordHash = await hashPassword('first of all');
  await inTransaction(db, 'write', async (t) => {
    await rowsOf(t, users).remove({ id: ID });
    await rowsOf(t, users).insert([{ id: ID, email: EMAIL, name: user.name, role: user.role, passwordHash }]);
  });
});
afterAll(async () => {
  await inTransaction(db, 'write', async (t) => void (await rowsOf(t, users).remove({ id: ID })));
  await leaveDatabase();
});

describe('one’s own account', () => {
  it('shows where one is signed in, and signs out everywhere else', async () => {
    const [here, there] = [await enter('first of all', 'a'), await enter('first of all', 'b', 'Some phone')];
    const sessions = await listed(here);
    expect(sessions.map((s) => [s.agent, s.isThis])).toEqual(
      expect.arrayContaining([
        ['Firefox', true],
        ['Some phone', false],
      ]),
    );
    const unit = <T>(work: (u: Parameters<typeof signOutElsewhere>[0]) => Promise<T>): Promise<T> =>
      inTransaction(db, 'write', (transaction) => work({ user, transaction, now: DEMO_NOW }));
    expect(await unit((u) => signOutElsewhere(u, here))).toEqual({ ended: 1 });
    expect([await sessionOf(here), await sessionOf(there)]).toEqual([
      expect.objectContaining({ id: ID }),
      null,
    ]);
  });

  it('takes another password for the old one, and ends the other sessions', async () => {
    const [here, there] = [await enter('first of all', 'c'), await enter('first of all', 'd')];
    const change = (old: string, password: string) =>
      changeOwnPassword(user, here, { old, password }, from('c', ''));
    const wrong = await refusalOf(change('not mine at all', 'second of all'));
    expect(wrong.facts.problems).toEqual([{ path: 'old', code: 'wrong-password', facts: {} }]);
    expect((await refusalOf(change('first of all', 'short'))).code).toBe('invalid');
    expect((await refusalOf(change('first of all', 'first of all'))).facts.problems).toEqual([
      { path: 'password', code: 'same-password', facts: {} },
    ]);
    await change('first of all', 'second of all');
    expect(await sessionOf(there)).toBeNull();
    expect(await sessionOf(here)).not.toBeNull();
    expect((await refusalOf(enter('first of all', 'e'))).code).toBe('not-found');
    expect(await sessionOf(await enter('second of all', 'f'))).not.toBeNull();
  });

  it('counts wrong tries as the door does', async () => {
    const here = await enter('second of all', 'g');
    const attempt = () =>
      changeOwnPassword(user, here, { old: 'no', password: 'third of all' }, from('h', ''));
    const codes: string[] = [];
    for (let i = 0; i < 10; i++) codes.push((await refusalOf(attempt())).code);
    expect(codes).toContain('too-many');
  });
});
