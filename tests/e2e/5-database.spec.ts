import pg from 'pg';
import { expect, test } from './test';

/** Rules of the data that the database itself holds. Everything is rolled back. */
test.describe('the database refuses', () => {
  test.beforeAll(() => expect(process.env.DATABASE_URL, 'the database that bin/test started').toBeTruthy());
  const refused: readonly [string, string][] = [
    [
      'a skill held twice at once',
      `insert into technician_skills select technician_id, skill_id, 1, '2025-05-01', null from technician_skills limit 1`,
    ],
    [
      'two homes at once',
      `insert into technician_territories select technician_id, 'quay', 'home', '2025-01-01', null from technician_territories where territory_id = 'north' and relation = 'home' limit 1`,
    ],
    [
      'a loan without an end',
      `insert into technician_territories values ('tech-01', 'quay', 'loan', '2030-01-01', null)`,
    ],
    ['a level of nothing', `update technician_skills set level = 0`],
    ['a window that ends before it starts', `update visit_windows set ends_at = starts_at`],
    [
      'windows of a visit that overlap',
      `insert into visit_windows select visit_id, starts_at + interval '1 minute', ends_at from visit_windows limit 1`,
    ],
    ['a due time before the earliest', `update visits set due_at = earliest_at`],
    ['a place off the globe', `update sites set lat = 91`],
    [
      'a second live plan',
      `insert into plans (id, kind, name, status) values ('other', 'live', 'Other', 'live')`,
    ],
    ['a placement with a time and nobody', `update placements set person_id = null`],
    [
      'two visits of one person at once',
      `update placements p set starts_at = q.starts_at, ends_at = q.ends_at from placements q
       where q.plan_id = p.plan_id and q.person_id = p.person_id and q.visit_id > p.visit_id`,
    ],
    ['a visit that follows itself', `update visits set after_visit_id = id, after_gap_min = 0`],
    ['a start from a depot without one', `update technicians set starts_at = 'depot' where depot_id is null`],
    ['an unknown role', `update users set role = 'guest'`],
    ['an address in capitals', `update users set email = upper(email)`],
    ['a second company', `insert into company (id, name) values ('other', 'Other')`],
    ['an outline of two corners', `update territories set outline = '[[0,0],[1,1]]'`],
  ];
  for (const [what, sql] of refused) {
    test(what, async () => {
      const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
      await client.connect();
      await client.query('begin');
      const code = await client.query(`${sql}; set constraints all immediate`).then(
        () => 'accepted',
        (cause: { code?: string }) => cause.code ?? 'unknown',
      );
      await client.query('rollback');
      await client.end();
      // Class 23 is "integrity constraint violation" (PostgreSQL, appendix A).
      expect(code).toMatch(/^23/);
    });
  }

  test('migrating twice at once changes nothing', async () => {
    const { spawnSync, spawn } = await import('node:child_process');
    const words = ['--enable-source-maps', 'dist/database.mjs', 'migrate'];
    const other = spawn('node', words, { stdio: 'ignore' });
    const ended = new Promise<number | null>((resolve) => other.once('exit', resolve));
    expect(spawnSync('node', words, { encoding: 'utf8' }).stdout).toContain('Schema is current');
    expect(await ended).toBe(0);
  });
});
