/**
 * How set-up answers in a large company, and how long 5,000 people and 20,000 sites take to come in from a file; medians
 * over HTTP against the company of `bench/company.sh`, which starts this.
 */
import { environment } from '@/config/environment';

const TOKEN = 'bench'.padEnd(40, '-');
const origin = `http://127.0.0.1:${environment().port}`;
const ROUNDS = 9;

async function call(path: string, method = 'GET', body?: unknown): Promise<unknown> {
  const response = await fetch(`${origin}${path}`, {
    method,
    headers: { cookie: `lime-session=${TOKEN}`, origin, 'Content-Type': 'application/json' },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
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
  const middle = took.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
  console.log(`${what}: ${Math.round(middle)} ms (first ${Math.round(first)} ms)`);
}

type Value = Record<string, unknown> & { id: string; version: number };
function fieldsOf({
  id: _id,
  version: _version,
  archivedAt: _away,
  ...fields
}: Value): Record<string, unknown> {
  return fields;
}

async function questions(): Promise<void> {
  const { rows } = (await call('/api/objects/technicians?pageSize=1')) as { rows: Value[] };
  const person = (await call(`/api/objects/technicians/${rows[0]!.id}`)) as Value;
  const asked = (overtimeLimitMin: number): Promise<unknown> =>
    call('/api/set-up/try', 'POST', {
      object: 'technicians',
      id: person.id,
      value: { ...fieldsOf(person), overtimeLimitMin, skills: [] },
      date: '2026-06-10',
    });
  await median('effect of a change, told and drawn', (i) => asked(i * 5));
  const company = (await call('/api/objects/company/company')) as Value;
  await median('effect of straight lines in place of roads', (i) =>
    call('/api/set-up/try', 'POST', {
      object: 'company',
      id: 'company',
      value: { ...fieldsOf(company), roadsId: null, straightKmh: 40 + i },
      date: null,
    }),
  );
  await median('what holds work up', () => call('/api/set-up/path'));
  await median('people and skills', () => call('/api/set-up/matrix?date=2026-06-09'));
  await median('territories on the map', () => call('/api/set-up/ground'));
}

/** Brings a file in as a person does: sent, looked at, brought. */
async function bring(target: string, csv: string): Promise<void> {
  const sent = (await call(`/api/imports?target=${target}&name=big.csv`, 'POST', csv)) as {
    id: string;
    settings: unknown;
  };
  const wait = async (until: string): Promise<Record<string, unknown>> => {
    for (;;) {
      const view = (await call(`/api/imports/${sent.id}`)) as Record<string, unknown>;
      if (view.status === until) return view;
      if (view.status === 'failed') throw new Error(JSON.stringify(view.result).slice(0, 500));
      await new Promise((resolve) => setTimeout(resolve, 250));
    }
  };
  const look = await timed(async () => {
    await call(`/api/imports/${sent.id}`, 'POST', sent.settings);
    await wait('checked');
  });
  const taken = await timed(async () => {
    await call(`/api/imports/${sent.id}?bring`, 'POST', sent.settings);
    await wait('done');
  });
  console.log(
    `${target}: looked at in ${(look / 1000).toFixed(1)} s, brought in in ${(taken / 1000).toFixed(1)} s`,
  );
}

async function files(): Promise<void> {
  const at = (i: number): string =>
    `${(34.5 + (i % 97) / 500).toFixed(5)},${(-20.9 + (i % 89) / 300).toFixed(5)}`;
  const sites = Array.from(
    { length: 20_000 },
    (_, i) => `Place ${i},Made-up Road ${i},${at(i)},Atlantic/Madeira`,
  );
  await bring('sites', ['Name,Address,Latitude,Longitude,Zone', ...sites].join('\n'));
  const people = Array.from({ length: 5000 }, (_, i) => `Hand ${i},${at(i)},Atlantic/Madeira,Days,a:3`);
  await bring('technicians', ['Name,Latitude,Longitude,Zone,Hours,Skills', ...people].join('\n'));
}

async function lists(): Promise<void> {
  for (const name of ['sites', 'technicians']) {
    await median(`list of ${name}`, () => call(`/api/objects/${name}?pageSize=100`));
    await median(`list of ${name}, searched`, (i) => call(`/api/objects/${name}?pageSize=100&search=${i}7`));
    await median(`list of ${name}, filtered and sorted`, () =>
      call(`/api/objects/${name}?pageSize=100&zone=Atlantic/Madeira&sort=-name`),
    );
  }
}

await questions();
await files();
await lists();
