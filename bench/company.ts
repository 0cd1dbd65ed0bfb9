import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { environment } from '@/config/environment';
import { SHIPPED_PLAYBOOKS } from '@/contract/playbooks/starting-playbook';
import { insertCheapest } from '@/core/engine/index';
import { createRandom, datesFrom, instantOf, type Random, weekdayOf } from '@/core/index';
import { closeDatabase, inTransaction, openDatabase, type Transaction } from '@/db/connection';
import { dayExceptions, technicianSkills, technicians, technicianTerritories } from '@/db/models/people';
import {
  company,
  jobKindSkills,
  jobKinds,
  sites,
  skills,
  territories,
  weekPatterns,
} from '@/db/models/set-up';
import { rowsOf } from '@/db/models/table';
import { visits, visitWindows, workOrders } from '@/db/models/work';
import { addSession, addUser } from '@/db/repositories/access/users';
import { addPlan, addPlanRows } from '@/db/repositories/plan/drafts';
import { addPlaybook } from '@/db/repositories/playbooks/playbooks';
import { addCommand } from '@/db/repositories/shared/commands';
import { addRoadNetwork } from '@/db/repositories/shared/roads';
import { hashToken } from '@/server/shared/hash-token';
import { livePlaybook } from '@/server/shared/playbooks';
import { buildProblem } from '@/server/shared/problem/build-problem';
import { loadSchedule } from '@/server/shared/problem/load-schedule';
import { planRows } from '@/server/shared/problem/stored/plan-rows';
import { readGround } from '@/server/shared/travel/ground';
import { travelBetweenAll } from '@/server/shared/travel/matrices';
import { createIsland, type Island } from '../demo/island';
import { createTerritories, type DemoTerritory } from '../demo/territories';

/** What a plan's answer may take: 14 days 600 ms and 2 MB, one day 150 ms (medians of 20, idle machine), web 400 MB. */
const PEOPLE = 200;
const SITES = 3500;
const VISITS = 5000;
const FIRST = '2026-06-08';
const LAST = '2026-06-21';
const ZONE = 'Atlantic/Madeira';
const TOKEN = 'bench'.padEnd(40, '-');
const SKILLS = ['a', 'b', 'c', 'd', 'e', 'f'];

const pick = <T>(random: Random, list: readonly T[]): T => list[random.below(list.length)]!;

function near(random: Random, island: Island, territory: DemoTerritory): { lat: number; lon: number } {
  const town = island.towns[pick(random, territory.towns)]!;
  const off = (): number => (random.next() - 0.5) * 0.06;
  const round = (x: number): number => Math.round(x * 1e6) / 1e6;
  return { lat: round(town.at.lat + off()), lon: round(town.at.lon + off()) };
}

async function fillPeople(
  t: Transaction,
  random: Random,
  at: { island: Island; all: readonly DemoTerritory[] },
): Promise<void> {
  const people = Array.from({ length: PEOPLE }, (_, i) => {
    const territory = at.all[i % at.all.length]!;
    const home = near(random, at.island, territory);
    return { id: `t${i}`, territory, home };
  });
  await rowsOf(t, technicians).insert(
    people.map(({ id, home }) => ({
      id,
      name: `Person ${id}`,
      homeLat: home.lat,
      homeLon: home.lon,
      startsAt: 'home' as const,
      endsAt: 'home' as const,
      depotId: null,
      weekPatternId: 'days',
      zone: ZONE,
      travelBeforeMin: 30,
      travelAfterMin: 30,
      overtimeLimitMin: 60,
      breaks: [{ lengthMin: 30, fromMin: 690, toMin: 810, dueAfterMin: null, isPaid: false }],
      openToPlanning: true,
      active: true,
    })),
  );
  await rowsOf(t, technicianSkills).insert(
    people.flatMap(({ id }) =>
      SKILLS.filter(() => random.next() < 0.6).map((skillId) => ({
        technicianId: id,
        skillId,
        level: 1 + random.below(5),
        validFrom: '2024-01-01',
        validTo: null,
      })),
    ),
  );
  const since = { relation: 'home' as const, validFrom: '2024-01-01', validTo: null };
  await rowsOf(t, technicianTerritories).insert(
    people.map(({ id, territory }) => ({ technicianId: id, territoryId: territory.id, ...since })),
  );
  const off = { kind: 'off' as const, startMin: 0, endMin: 1440, reason: 'Leave' };
  await rowsOf(t, dayExceptions).insert(
    people
      .filter((_, i) => i % 9 === 0)
      .map(({ id }) => ({ id: `${id}-off`, technicianId: id, date: '2026-06-10', ...off })),
  );
}

async function fillWork(
  t: Transaction,
  random: Random,
  at: { island: Island; all: readonly DemoTerritory[] },
): Promise<void> {
  const places = Array.from({ length: SITES }, (_, i) => {
    const territory = pick(random, at.all);
    return { id: `s${i}`, territory, at: near(random, at.island, territory) };
  });
  await rowsOf(t, sites).insert(
    places.map(({ id, territory, at: p }) => ({
      id,
      name: `Site ${id}`,
      address: `${id} Made-up Road`,
      lat: p.lat,
      lon: p.lon,
      territoryId: territory.id,
      zone: ZONE,
      accessPatternId: null,
    })),
  );
  const workdays = datesFrom(FIRST, 14).filter((d) => weekdayOf(d) <= 5);
  const work = Array.from({ length: VISITS }, (_, i) => {
    const date = pick(random, workdays);
    return {
      id: `v${i}`,
      site: pick(random, places).id,
      date,
      hour: random.next() < 0.4 ? 8 + random.below(7) : null,
    };
  });
  await rowsOf(t, workOrders).insert(
    work.map(({ id, site }, i) => ({
      id: `o${id}`,
      number: i + 1,
      siteId: site,
      jobKindId: `k${i % 6}`,
      summary: 'Work',
      receivedAt: new Date('2026-06-01T08:00:00Z'),
    })),
  );
  const instant = (sec: number): Date => new Date(sec * 1000);
  await rowsOf(t, visits).insert(
    work.map(({ id, date, hour }) => {
      const from = instantOf(date, 0, ZONE);
      return {
        id,
        workOrderId: `o${id}`,
        durationMin: 30 + random.below(90),
        priority: 1 + random.below(5),
        earliestAt: instant(from),
        dueAt: instant(from + (hour === null ? 5 : 1) * 86_400),
      };
    }),
  );
  await rowsOf(t, visitWindows).insert(
    work.flatMap(({ id, date, hour }) => {
      if (hour === null) return [];
      const from = instantOf(date, hour * 60, ZONE);
      return [{ visitId: id, startsAt: instant(from), endsAt: instant(from + 2 * 3600) }];
    }),
  );
}

async function publish(t: Transaction, territoryIds: readonly string[]): Promise<number> {
  await addPlan(t, { id: 'plan-live', kind: 'live', name: 'Live plan', status: 'live', revision: 1 });
  const extent = { territoryIds: [...territoryIds], firstDate: FIRST, lastDate: LAST };
  const { data, zone } = await loadSchedule(t, extent, { liveId: 'plan-live', draftId: null });
  const ground = await readGround(t);
  const { problem } = buildProblem(data, {
    extent,
    playbook: (await livePlaybook(t)).content,
    zone,
    mayMove: 'all',
    name: 'Bench',
    notBefore: null,
    today: null,
    travel: (places, days) => travelBetweenAll(ground, places.points(), days),
  });
  const result = insertCheapest(problem);
  if (!result.ok) throw new Error('the plan can be made');
  const rows = planRows(problem, result.solution.plan);
  const placed = rows.placements.filter((p) => p.personId !== null);
  await addPlanRows(t, 'plan-live', { placements: placed, days: rows.days, scope: [] });
  return placed.length;
}

async function fill(): Promise<void> {
  const random = createRandom(41);
  const island = createIsland(8);
  const all = createTerritories(island).filter((x) => x.name !== 'Westisle');
  const placed = await inTransaction(openDatabase(environment().databaseUrl), 'write', async (t) => {
    const map = { id: 'bench', name: 'Bench', zone: ZONE, content: island, speedsKmh: {}, periods: [] };
    await addRoadNetwork(t, map);
    await rowsOf(t, company).update({ id: 'company' }, { roadsId: 'bench' });
    await rowsOf(t, territories).insert(
      all.map(({ id, name, zone, outline }) => ({ id, name, zone, outline })),
    );
    const day = [{ startMin: 480, endMin: 990 }];
    await rowsOf(t, weekPatterns).insert([
      { id: 'days', name: 'Days', weeks: [[day, day, day, day, day, [], []]], anchorDate: FIRST },
    ]);
    await rowsOf(t, skills).insert(SKILLS.map((id) => ({ id, name: id, groupName: '', expires: false })));
    const kinds = Array.from({ length: 6 }, (_, i) => ({ id: `k${i}`, name: `Kind of work ${i}` }));
    await rowsOf(t, jobKinds).insert(
      kinds.map((k) => ({ ...k, durationMin: 60, people: 1, promiseDays: 5 })),
    );
    await rowsOf(t, jobKindSkills).insert(
      kinds.map((k, i) => ({ jobKindId: k.id, skillId: SKILLS[i]!, level: 2 })),
    );
    await fillPeople(t, random, { island, all });
    await fillWork(t, random, { island, all });
    const version = {
      id: 'p-1',
      playbookId: 'p',
      version: 1,
      content: SHIPPED_PLAYBOOKS[0]!.content,
      note: '',
    };
    await addPlaybook(t, { id: 'p', name: 'Bench' }, version);
    const user = { id: 'u', email: 'bench@bench.example', name: 'Bench', role: 'analyst', passwordHash: '-' };
    await addUser(
      t,
      user,
      all.map((x) => ({ territoryId: x.id, mayChange: true })),
    );
    const expiresAt = new Date(Date.now() + 3_600_000);
    await addSession(t, { tokenHash: hashToken(TOKEN), userId: 'u', expiresAt });
    return publish(
      t,
      all.map((x) => x.id),
    );
  });
  console.log(`${PEOPLE} people, ${SITES} sites, ${VISITS} visits, ${placed} of them planned`);
}

const median = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

interface Asked {
  readonly ms: number;
  readonly bytes: number;
}

async function ask(query: string): Promise<Asked> {
  const began = performance.now();
  const response = await fetch(`http://127.0.0.1:${environment().port}/api/plan?${query}`, {
    headers: { cookie: `lime-session=${TOKEN}` },
  });
  const text = await response.text();
  if (!response.ok) throw new Error(`${response.status} ${text}`);
  return { ms: performance.now() - began, bytes: text.length };
}

/** The largest the web process has been and is, MB (Linux, /proc/PID/status). */
function memory(): string {
  const status = readFileSync(`/proc/${process.env.LIME_WEB_PID}/status`, 'utf8');
  const of = (name: string): number =>
    Math.round(Number(new RegExp(`${name}:\\s+(\\d+)`).exec(status)?.[1]) / 1024);
  return `${of('VmRSS')} MB now, ${of('VmHWM')} MB at most`;
}

async function measure(): Promise<void> {
  const db = openDatabase(environment().databaseUrl);
  /** Somebody changes something: what was kept of plans is let go. */
  const change = (): Promise<unknown> =>
    inTransaction(db, 'write', (t) =>
      addCommand(t, {
        name: randomBytes(4).toString('hex'),
        facts: {},
        userId: 'u',
        at: new Date(),
        undoes: null,
      }),
    );
  const territoryIds = 'north,quay,sallow,heights,farside';
  for (const [name, from, to] of [
    ['14 days', FIRST, LAST],
    ['one day', '2026-06-09', '2026-06-09'],
  ] as const) {
    const query = `territories=${territoryIds}&from=${from}&to=${to}`;
    const first = await ask(query);
    const kept: number[] = [];
    for (let i = 0; i < 20; i++) kept.push((await ask(query)).ms);
    const changed: number[] = [];
    for (let i = 0; i < 20; i++) {
      await change();
      changed.push((await ask(query)).ms);
    }
    const ms = (x: number): string => `${Math.round(x)} ms`;
    console.log(
      `${name}: first ${ms(first.ms)}, kept ${ms(median(kept))}, after a change ${ms(median(changed))}, ${(first.bytes / 1e6).toFixed(2)} MB`,
    );
  }
  console.log(`web: ${memory()}`);
}

await (process.argv[2] === 'fill' ? fill() : measure());
await closeDatabase();
