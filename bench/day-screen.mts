/**
 * The Day screen while the field reports: 200 people, 60 reports a minute, against the web server that `bench/company.sh day` starts,
 * which starts this. How long after a report the day has it, and what the web process takes of one core meanwhile.
 * The clock stands unless LIME_MOVING=1. Budgets: within 2 s, under 40 % of one core.
 */
import { readFileSync } from 'node:fs';
import pg from 'pg';

const TOKEN = 'bench'.padEnd(40, '-');
const SECONDS = Number(process.env.LIME_SECONDS ?? 60);
const TICKS = 100;
const DATE = '2026-06-09';
const origin = `http://127.0.0.1:${process.env.LIME_PORT}`;

interface Day {
  readonly people: readonly {
    readonly id: string;
    readonly stops: readonly { readonly visitId: string; readonly part: number; readonly state: string }[];
  }[];
}

async function call<T>(path: string, body?: unknown): Promise<T> {
  const response = await fetch(`${origin}${path}`, {
    method: body === undefined ? 'GET' : 'POST',
    headers: { Origin: origin, Cookie: `lime-session=${TOKEN}`, 'Content-Type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    signal: AbortSignal.timeout(60_000),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}

/** Processor time of the web process so far, seconds. */
function cpuSec(): number {
  const fields = readFileSync(`/proc/${process.env.LIME_WEB_PID}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) / TICKS;
}

// With LIME_MOVING=1 the clock goes on as clocks do, so that all that is expected is worked out anew now and then.
if (process.env.LIME_MOVING === '1') {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  await client.query(
    `insert into day_player (id, date, seed, at, set_at, pace, played_to)
     values (1, '${DATE}', 1, '${DATE}T08:40:00Z', now(), 1, '${DATE}T20:00:00Z') on conflict (id) do nothing`,
  );
  await client.end();
}

const { rows } = await call<{ rows: { id: string }[] }>('/api/objects/territories?pageSize=100');
const query = `/api/day?territories=${rows.map((t) => t.id).join(',')}&date=${DATE}`;
const from = performance.now();
let day = await call<Day>(query);
const first = performance.now() - from;
const people = day.people.filter((p) => p.stops.some((s) => s.visitId !== ''));
const next: Readonly<Record<string, string>> = {
  planned: 'on-the-way',
  'on-the-way': 'arrived',
  'on-site': 'done',
};
const took: number[] = [];
const cpu = cpuSec();
const began = performance.now();
for (let i = 0; i < SECONDS; i++) {
  const at = performance.now();
  const { id } = people[(i * 7) % people.length]!;
  const stop = day.people
    .find((p) => p.id === id)
    ?.stops.find((s) => s.visitId !== '' && next[s.state] !== undefined);
  if (stop) {
    const kind = next[stop.state];
    await call('/api/day/reports', {
      reports: [
        {
          id: crypto.randomUUID(),
          personId: id,
          kind,
          visitId: stop.visitId,
          part: stop.part,
          at: `${DATE}T08:40:00Z`,
        },
      ],
    });
    day = await call<Day>(query);
    took.push(performance.now() - at);
  }
  const rest = 1000 - (performance.now() - at);
  if (rest > 0) await new Promise((resolve) => setTimeout(resolve, rest));
}
const share = (cpuSec() - cpu) / ((performance.now() - began) / 1000);
const sorted = took.sort((a, b) => a - b);
console.log(
  `${people.length} people: the day opens in ${Math.round(first)} ms; ${took.length} reports, each on screen within ${Math.round(sorted[Math.floor(sorted.length / 2)] ?? 0)} ms in the middle, ${Math.round(sorted.at(-1) ?? 0)} ms at the longest; the web process takes ${Math.round(share * 100)} % of a core`,
);
