/**
 * Many who want a time at once: tries of keeping and promising one of twenty windows, some at a time, over HTTP against the web server
 * that `bench/company.sh rush` starts with the demo's company, which starts this. Loopback only; bounded in count and time.
 * Budgets: every try is answered, none after more than 20 s, and no more is promised than the rules let be kept.
 *   LIME_RUSH=500 npm run bench:company rush
 */
const TRIES = Number(process.env.LIME_RUSH ?? 500);
const AT_ONCE = 16;
const MOST_MS = 20_000;
const MOST_WINDOWS = 20;
const EXTENT = 'territories=heights&from=2026-06-09&to=2026-06-22';
const origin = `http://127.0.0.1:${process.env.LIME_PORT}`;

interface Answer {
  readonly status: number;
  readonly body: Record<string, unknown>;
  readonly ms: number;
}

/** The session of one of those at their phones. */
const cookieOf = (n: number): string => `lime-session=${`rush-${n}-`.padEnd(40, '-')}`;

async function call(
  path: string,
  method = 'GET',
  { body, who = 0 }: { body?: unknown; who?: number } = {},
): Promise<Answer> {
  const from = performance.now();
  const response = await fetch(`${origin}${path}`, {
    method,
    headers: { Origin: origin, Cookie: cookieOf(who), 'Content-Type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    signal: AbortSignal.timeout(MOST_MS),
  });
  return {
    status: response.status,
    body: (await response.json()) as Record<string, unknown>,
    ms: performance.now() - from,
  };
}

const sites = await call('/api/objects/sites?territoryId=heights&pageSize=5');
const [site] = sites.body.rows as { id: string }[];
const ask = { siteId: site!.id, jobKindId: 'safety-check', durationMin: 150 };
const asked = { for: 'new', ask };
const found = await call('/api/work/windows', 'POST', { body: asked });
const windows = (found.body.windows as { startAt: number; endAt: number }[]).slice(0, MOST_WINDOWS);

/** Rules that the live plan breaks, as the checker counts them. */
async function broken(): Promise<number> {
  const { status, body } = await call(`/api/plan?${EXTENT}`);
  if (status !== 200) throw new Error(`no plan: ${status} ${JSON.stringify(body)}`);
  return (body.violations as unknown[] | undefined)?.length ?? Number.NaN;
}

const before = await broken();
const answers = new Map<string, number>();
const took: number[] = [];
const commands: number[] = [];
const told = (what: string): void => void answers.set(what, (answers.get(what) ?? 0) + 1);

async function attempt(i: number, who: number): Promise<void> {
  const { startAt, endAt } = windows[i % windows.length]!;
  const held = await call('/api/work/holds', 'POST', { body: { asked, startAt, endAt }, who });
  took.push(held.ms);
  if (held.status !== 200) {
    told(`not held: ${String((held.body.facts as { reason?: string })?.reason ?? held.body.code)}`);
    return;
  }
  const promised = await call('/api/work/promises', 'POST', { body: { holdId: held.body.holdId }, who });
  took.push(promised.ms);
  if (promised.status === 200) commands.push(Number(promised.body.commandId));
  told(
    promised.status === 200
      ? 'promised'
      : `not promised: ${String((promised.body.facts as { reason?: string })?.reason ?? promised.body.code)}`,
  );
}

const began = performance.now();
const queue = Array.from({ length: TRIES }, (_, i) => i);
await Promise.all(
  Array.from({ length: AT_ONCE }, async (_, who) => {
    for (let i = queue.shift(); i !== undefined; i = queue.shift()) await attempt(i, who);
  }),
);
const all = (performance.now() - began) / 1000;
const after = await broken();
const sorted = took.sort((a, b) => a - b);
console.log(
  `${TRIES} tries on ${windows.length} windows, ${AT_ONCE} at once, in ${all.toFixed(0)} s: ${[...answers].map(([what, n]) => `${n} ${what}`).join(', ')}`,
);
console.log(
  `answers: median ${Math.round(sorted[Math.floor(sorted.length / 2)] ?? 0)} ms, longest ${Math.round(sorted.at(-1) ?? 0)} ms; rules broken before ${before}, after ${after}`,
);
const answered = [...answers.values()].reduce((sum, n) => sum + n, 0);
if (answered !== TRIES || after !== before) process.exitCode = 1;

export {};
