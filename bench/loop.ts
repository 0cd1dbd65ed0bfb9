/**
 * How fast the analyst's loop answers over HTTP: trying a playbook out (a price, a rule), plans side by side, and why;
 * medians against the web server and database that `bench/company.sh` starts, which starts this.
 * Budgets: a try 300 ms on the demo and 2 s on 5,000 visits, a comparison 1.5 s.
 */
import { environment } from '@/config/environment';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import { closeDatabase, inTransaction, openDatabase } from '@/db/connection';
import { addSession, readDemoPeople } from '@/db/repositories/access/users';
import { hashToken } from '@/server/shared/hash-token';
import { livePlaybook, type PlaybookVersion } from '@/server/shared/playbooks';

const TOKEN = 'bench'.padEnd(40, '-');
const ROUNDS = 9;
const origin = `http://127.0.0.1:${environment().port}`;

async function call(path: string, body?: unknown): Promise<unknown> {
  const response = await fetch(`${origin}${path}`, {
    method: body === undefined ? 'GET' : 'POST',
    headers: { cookie: `lime-session=${TOKEN}`, origin, 'Content-Type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  if (!response.ok) throw new Error(`${path}: ${response.status} ${text.slice(0, 300)}`);
  return JSON.parse(text);
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await work();
  return performance.now() - from;
}

async function median(what: string, work: (round: number) => Promise<unknown>): Promise<void> {
  const first = await timed(() => work(0));
  const took: number[] = [];
  for (let i = 1; i <= ROUNDS; i++) took.push(await timed(() => work(i)));
  took.sort((a, b) => a - b);
  console.log(
    `${what}: ${Math.round(took[Math.floor(ROUNDS / 2)]!)} ms (first ${Math.round(first)}, longest ${Math.round(took.at(-1)!)})`,
  );
}

/** Comes in, as the large company's user or as the first of the demo's people, and says by which playbook is planned. */
async function enter(): Promise<PlaybookVersion> {
  const db = openDatabase(environment().databaseUrl);
  return inTransaction(db, 'write', async (t) => {
    const [person] = await readDemoPeople(t);
    if (environment().isDemo && person) {
      const expiresAt = new Date(Date.now() + 3_600_000);
      await addSession(t, { tokenHash: hashToken(TOKEN), userId: person.id, expiresAt });
    }
    return livePlaybook(t);
  });
}

async function tries({ id, content }: PlaybookVersion): Promise<{ extent: unknown }> {
  const tried = (changed: PlaybookContent): Promise<unknown> =>
    call('/api/playbooks/try', { content: changed, versionId: id });
  await median('another price', (i) =>
    tried({ ...content, prices: { ...content.prices, overtimeHour: 60 + i } }),
  );
  await median('a rule off and on', (i) =>
    tried({
      ...content,
      rules: { ...content.rules, skills: { ...content.rules.skills, on: i % 2 === 0 } },
    }),
  );
  await median('a rule of hours, each time another', (i) =>
    tried({ ...content, rules: { ...content.rules, late: { ...content.rules.late, min: 20 + i } } }),
  );
  return (await tried(content)) as { extent: unknown };
}

async function drafts(extent: unknown, playbookVersionId: string, count: number): Promise<string[]> {
  const ids: string[] = [];
  for (let i = 0; i < count; i++) {
    const { id } = (await call('/api/runs', {
      extent,
      playbookVersionIds: [playbookVersionId],
      budget: { kind: 'seconds', seconds: 3 },
      seed: 1 + i,
    })) as { id: string };
    for (;;) {
      const run = (await call(`/api/runs/${id}`)) as { status: string; draftId: string | null };
      if (run.status === 'failed') throw new Error('A run failed');
      if (run.draftId) {
        ids.push(run.draftId);
        break;
      }
      await new Promise((resolve) => setTimeout(resolve, 250));
    }
  }
  return ids;
}

async function sides(extent: unknown, playbookVersionId: string): Promise<void> {
  const made = await drafts(extent, playbookVersionId, 3);
  const compare = (planIds: string[]): Promise<unknown> => call('/api/plan/compare', { planIds, extent });
  await median('two plans side by side', () => compare(['live', made[0]!]));
  await median('four plans side by side', () => compare(['live', ...made]));
  await median('all drafts of the extent', () =>
    call('/api/plan/compare/others', { planIds: ['live', made[0]!], extent }),
  );
}

const playbook = await enter();
const { extent } = await tries(playbook);
await sides(extent, playbook.id);
await closeDatabase();
