import { openDatabase } from '@/db/connection';
import { entryLinks, sessions, users } from '@/db/models/access';
import { company } from '@/db/models/set-up';
import { rowsOf } from '@/db/models/table';
import { readDemoPeople } from '@/db/repositories/access/users';
import { issueEntryLink } from '@/server/access/entry-links';
import {
  enterByLink,
  listDemoPeople,
  readSession,
  signIn,
  signInAsDemoPerson,
  signOut,
} from '@/server/access/session';
import { startCompany } from '@/server/access/start-company';
import { createObject } from '@/server/shared/objects/save-object';
import { seedDemo } from '../../demo/seed';
import {
  ALL_TERRITORIES,
  DEMO_NOW,
  leaveDatabase,
  refusalOf,
  rolledBack,
  testDatabase,
  unitAs,
} from '../support/database';

afterAll(leaveDatabase);

const from = (client: string) => ({
  db: testDatabase(),
  client,
  agent: '',
  before: undefined,
  now: DEMO_NOW,
});

/** These come and go for real, since signing in hashes outside of a transaction: everything of them is taken away again. */
async function withRealUser(work: (email: string, admin: string) => Promise<void>): Promise<void> {
  const db = openDatabase(process.env.DATABASE_URL ?? '');
  const id = `real-${Date.now()}`;
  const inRows = async (run: (t: Parameters<typeof rowsOf>[0]) => Promise<unknown>): Promise<void> => {
    await db.transaction(async (handle) => void (await run({ sequelize: db, handle })));
  };
  await inRows((t) =>
    rowsOf(t, users).insert([
      { id, email: `${id}@test.example`, name: 'Real', role: 'administrator', passwordHash: '!' },
    ]),
  );
  try {
    await work(`${id}@test.example`, id);
  } finally {
    await inRows(async (t) => {
      await rowsOf(t, sessions).remove({ userId: id });
      await rowsOf(t, entryLinks).remove({ userId: id });
      await rowsOf(t, users).remove({ id });
    });
  }
}

describe('coming in', () => {
  it('by a link that works once, then by password; signing in again ends the session before', async () => {
    await withRealUser(async (email, id) => {
      const db = testDatabase();
      expect((await refusalOf(signIn({ email, password: 'anything at all' }, from('a')))).code).toBe(
        'not-found',
      );
      const link = await db.transaction(async (handle) => {
        const transaction = { sequelize: db, handle };
        const admin = await unitAs(transaction, 'administrator', []);
        return (await issueEntryLink({ ...admin, transaction }, id)).link;
      });
      const token = new URL(link, 'http://x').searchParams.get('token')!;
      expect((await refusalOf(enterByLink({ token, password: 'short' }, from('a')))).code).toBe('invalid');
      const first = await enterByLink({ token, password: 'a long enough password' }, from('a'));
      const again = enterByLink({ token, password: 'another password' }, from('a'));
      expect((await refusalOf(again)).code).toBe('not-found');
      const read = (session: string) =>
        db.transaction((handle) => readSession({ transaction: { sequelize: db, handle } }, session));
      expect((await read(first))?.id).toBe(id);
      const second = await signIn(
        { email: email.toUpperCase(), password: 'a long enough password' },
        { ...from('a'), before: first },
      );
      expect([await read(first), (await read(second))?.id]).toEqual([null, id]);
      await db.transaction((handle) =>
        signOut({ transaction: { sequelize: db, handle }, now: DEMO_NOW }, second),
      );
      expect(await read(second)).toBeNull();
      await db.transaction((handle) =>
        rowsOf({ sequelize: db, handle }, users).remove({ id: 'test-administrator--true' }),
      );
    });
  });

  it('is slowed for whoever tries wrong ones, and for nobody else', async () => {
    await withRealUser(async (email) => {
      const stranger = from(`stranger-${Date.now()}`);
      const codes: string[] = [];
      for (let i = 0; i < 10; i++)
        codes.push((await refusalOf(signIn({ email, password: 'wrong' }, stranger))).code);
      expect(codes.slice(0, 8)).toEqual(Array(8).fill('not-found'));
      expect(codes.slice(8)).toEqual(['too-many', 'too-many']);
      const owner = await refusalOf(signIn({ email, password: 'wrong' }, from('owner')));
      expect(owner.code).toBe('not-found');
    });
  });

  it('with ever new addresses is slowed all the same', async () => {
    const client = `sprayer-${Date.now()}`;
    let slowedAt = 0;
    for (let i = 1; i <= 45 && slowedAt === 0; i++) {
      const refusal = await refusalOf(
        signIn({ email: `nobody-${i}@test.example`, password: 'x' }, from(client)),
      );
      if (refusal.code === 'too-many') slowedAt = i;
    }
    expect(slowedAt).toBe(41);
  });
});

describe('the demo', () => {
  it('picks nobody in a database that it did not fill, nor out of demo mode', async () => {
    await rolledBack(async (transaction) => {
      const unit = { transaction, now: DEMO_NOW };
      expect((await listDemoPeople(unit, true)).length).toBeGreaterThan(3);
      expect(await listDemoPeople(unit, false)).toEqual([]);
      await rowsOf(transaction, company).update({ id: 'company' }, { filledBy: null });
      expect(await readDemoPeople(transaction)).toEqual([]);
      const asked = signInAsDemoPerson(
        unit,
        { userId: 'user-analyst' },
        { isDemo: true, agent: '', before: undefined },
      );
      expect((await refusalOf(asked)).code).toBe('not-found');
    });
  });

  it('fills no database that holds anything else, and its own only once', async () => {
    await rolledBack(async (transaction) => {
      const unit = { transaction, now: DEMO_NOW };
      expect(await seedDemo(unit)).toBe('Data is there already');
      await rowsOf(transaction, company).update({ id: 'company' }, { filledBy: null });
      await expect(seedDemo(unit)).rejects.toThrow('the demo did not make');
    });
  });
});

describe('users', () => {
  it('are made without a password that fits, by administrators only', async () => {
    await rolledBack(async (transaction) => {
      const admin = await unitAs(transaction, 'administrator', []);
      const value = {
        name: 'New',
        email: 'New@Test.Example',
        role: 'analyst',
        territories: [{ territoryId: 'quay', mayChange: true }],
      };
      const made = await createObject(admin, 'users', { id: 'new-user', value });
      expect(made).toMatchObject({ email: 'new@test.example', active: true });
      expect(made).not.toHaveProperty('passwordHash');
      expect((await issueEntryLink(admin, 'new-user')).link).toMatch(/^\/enter\?token=/);
      const analyst = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
      expect((await refusalOf(createObject(analyst, 'users', { value }))).code).toBe('not-found');
      expect((await refusalOf(issueEntryLink(analyst, 'new-user'))).code).toBe('not-found');
    });
  });

  it('a company that has some is not begun anew', async () => {
    await rolledBack(async (transaction) => {
      expect(await startCompany({ transaction, now: DEMO_NOW }, 'boss@company.example')).toBeNull();
    });
  });
});
