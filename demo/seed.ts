import { insertCheapest } from '@/core/engine/index';
import { createRandom, greatCircleM } from '@/core/index';
import type { Database } from '@/db/connection';
import { type TableName, table } from '@/db/models/tables';
import { hashPassword } from '@/server/password';
import { defaultPlaybook } from '@/server/playbooks';
import { buildProblem } from '@/server/problem/build-problem';
import { loadSchedule } from '@/server/problem/load-schedule';
import { planRows } from '@/server/work-run';
import { JOB_KINDS, PLAYBOOKS, SKILLS, WEEK_PATTERNS } from './company';
import { createIsland, type Island } from './island';
import { createPeople, DEMO_FIRST_DATE, DEMO_LAST_DATE, type DemoTechnician } from './people';
import { createTerritories, type DemoTerritory } from './territories';
import { createOrders, createSites, type DemoOrder, type DemoSite } from './work';

export const DEMO_SEED = 8;
export const DEMO_PASSWORD = 'orrimay-demo';
/** Orders received after this moment are not planned yet: Tuesday of the first week, early. */
const PUBLISHED_UNTIL = Date.UTC(2026, 5, 8, 5) / 1000;

export interface DemoData {
  readonly island: Island;
  readonly territories: readonly DemoTerritory[];
  readonly people: readonly DemoTechnician[];
  readonly sites: readonly DemoSite[];
  readonly orders: readonly DemoOrder[];
}

/** The whole demo as data: equal for equal seeds. */
export function createDemo(seed = DEMO_SEED): DemoData {
  const island = createIsland(seed);
  const random = createRandom(seed + 1000);
  const territories = createTerritories(island);
  const people = createPeople(random, island, territories);
  const sites = createSites(random, island, territories);
  const orders = createOrders(random, sites, people, 600);
  return { island, territories, people, sites, orders };
}

const USERS = [
  {
    id: 'user-analyst',
    email: 'analyst@orrimay.example',
    name: 'Runa Veldt',
    role: 'analyst',
    sees: 'all',
    mayChange: true,
  },
  {
    id: 'user-east',
    email: 'east@orrimay.example',
    name: 'Joss Ambrey',
    role: 'dispatcher',
    sees: ['sallow', 'heights', 'farside'],
    mayChange: true,
  },
  {
    id: 'user-west',
    email: 'west@orrimay.example',
    name: 'Tamsin Orlow',
    role: 'dispatcher',
    sees: ['westisle'],
    mayChange: true,
  },
  {
    id: 'user-manager',
    email: 'manager@orrimay.example',
    name: 'Hale Quenby',
    role: 'manager',
    sees: 'all',
    mayChange: false,
  },
] as const;

type Rows = Record<string, unknown>[];
const instant = (sec: number): Date => new Date(sec * 1000);

/** Fills an empty database with the demo and publishes a plan made by cheapest insertion. */
export async function seedDemo(db: Database): Promise<void> {
  const demo = createDemo();
  const insert = async (name: TableName, rows: Rows): Promise<void> =>
    void (await table(db, name).bulkCreate(rows));
  const hash = await hashPassword(DEMO_PASSWORD);
  await insert('road_networks', [{ id: 'orrimay', content: demo.island }]);
  await insert(
    'territories',
    demo.territories.map(({ id, name, zone, outline }) => ({ id, name, zone, outline })),
  );
  await insert(
    'users',
    USERS.map(({ id, email, name, role }) => ({ id, email, name, role, passwordHash: hash, active: true })),
  );
  await insert(
    'user_territories',
    USERS.flatMap((u) =>
      demo.territories
        .filter((t) => u.sees === 'all' || (u.sees as readonly string[]).includes(t.id))
        .map((t) => ({ userId: u.id, territoryId: t.id, mayChange: u.mayChange })),
    ),
  );
  await insert('depots', depotRows(demo));
  await insert(
    'skills',
    SKILLS.map((s) => ({ ...s })),
  );
  await insert(
    'job_kinds',
    JOB_KINDS.map(({ id, name, durationMin, promiseDays }) => ({
      id,
      name,
      durationMin,
      people: 1,
      promiseDays,
    })),
  );
  await insert(
    'job_kind_skills',
    JOB_KINDS.flatMap((k) => k.skills.map(([skillId, level]) => ({ jobKindId: k.id, skillId, level }))),
  );
  await insert(
    'week_patterns',
    WEEK_PATTERNS.map((p) => ({ ...p, anchorDate: DEMO_FIRST_DATE })),
  );
  await insertPeople(insert, demo);
  await insertWork(insert, demo);
  for (const p of PLAYBOOKS) {
    await insert('playbooks', [{ id: p.id, name: p.name }]);
    await insert('playbook_versions', [
      { id: `${p.id}-1`, playbookId: p.id, version: 1, content: p.content, note: p.note },
    ]);
  }
  await insert('plans', [
    { id: 'plan-live', kind: 'live', name: 'Live plan', status: 'live', revision: 1, createdAt: new Date() },
  ]);
  await publishFirstPlan(db, demo);
  console.log(
    `Demo: ${demo.people.length} technicians, ${demo.orders.length} work orders, ${demo.orders.flatMap((o) => o.visits).length} visits`,
  );
}

/** Three yards, in the biggest town of three territories. */
function depotRows(demo: DemoData): Rows {
  return ['quay', 'sallow', 'westisle'].map((id) => {
    const territory = demo.territories.find((t) => t.id === id)!;
    const towns = territory.towns.map((t) => demo.island.towns[t]!).sort((a, b) => b.radiusKm - a.radiusKm);
    return {
      id: `depot-${id}`,
      territoryId: id,
      name: `${towns[0]!.name} yard`,
      lat: towns[0]!.at.lat,
      lon: towns[0]!.at.lon,
    };
  });
}

async function insertPeople(
  insert: (name: TableName, rows: Rows) => Promise<void>,
  demo: DemoData,
): Promise<void> {
  const depots = depotRows(demo);
  const nearestDepot = (p: DemoTechnician): unknown =>
    [...depots].sort(
      (a, b) =>
        greatCircleM(p.home, { lat: a.lat as number, lon: a.lon as number }) -
        greatCircleM(p.home, { lat: b.lat as number, lon: b.lon as number }),
    )[0]!.id;
  await insert(
    'technicians',
    demo.people.map((p, ix) => ({
      id: p.id,
      name: p.name,
      homeLat: p.home.lat,
      homeLon: p.home.lon,
      startsAt: p.fromDepot ? 'depot' : 'home',
      endsAt: 'home',
      depotId: p.fromDepot ? nearestDepot(p) : null,
      weekPatternId: p.patternId,
      zone: p.territory.zone,
      travelBeforeMin: p.allowanceMin,
      travelAfterMin: p.allowanceMin,
      overtimeLimitMin: p.overtimeMin,
      breakMin: p.patternId === 'part-time' || p.patternId === 'split' ? 0 : 30,
      breakFromMin: p.patternId === 'late' ? 780 : 690,
      breakToMin: p.patternId === 'late' ? 900 : 810,
      // One person is planned by hand only.
      openToPlanning: ix !== 24,
      active: true,
    })),
  );
  await insert(
    'technician_skills',
    demo.people.flatMap((p) => p.skills.map((s) => ({ technicianId: p.id, ...s, validFrom: '2024-01-01' }))),
  );
  await insert(
    'technician_territories',
    demo.people.flatMap((p) => [
      {
        technicianId: p.id,
        territoryId: p.territory.id,
        relation: 'home',
        validFrom: '2024-01-01',
        validTo: null,
      },
      ...(p.cover
        ? [
            {
              technicianId: p.id,
              territoryId: p.cover,
              relation: 'cover',
              validFrom: '2024-01-01',
              validTo: null,
            },
          ]
        : []),
      ...(p.loan
        ? [
            {
              technicianId: p.id,
              territoryId: p.loan.territoryId,
              relation: 'loan',
              validFrom: p.loan.from,
              validTo: p.loan.to,
            },
          ]
        : []),
    ]),
  );
  await insert(
    'day_exceptions',
    demo.people.flatMap((p) =>
      p.off.map((o, i) => ({ id: `${p.id}-off-${i}`, technicianId: p.id, kind: 'off', ...o })),
    ),
  );
}

async function insertWork(
  insert: (name: TableName, rows: Rows) => Promise<void>,
  demo: DemoData,
): Promise<void> {
  await insert(
    'sites',
    demo.sites.map((s) => ({
      id: s.id,
      name: s.name,
      address: s.address,
      lat: s.at.lat,
      lon: s.at.lon,
      territoryId: s.territory.id,
      zone: s.territory.zone,
      accessPatternId: s.accessPatternId,
    })),
  );
  await insert(
    'work_orders',
    demo.orders.map((o) => ({
      id: `order-${o.number}`,
      number: o.number,
      siteId: o.site.id,
      jobKindId: o.kind.id,
      summary: o.summary,
      notes: o.notes,
      receivedAt: instant(o.receivedAt),
    })),
  );
  const visits = demo.orders.flatMap((o) => o.visits.map((v) => ({ order: o, visit: v })));
  await insert(
    'visits',
    visits.map(({ order, visit: v }) => ({
      id: v.id,
      workOrderId: `order-${order.number}`,
      part: v.part,
      durationMin: v.durationMin,
      priority: v.priority,
      earliestAt: instant(v.earliestAt),
      dueAt: instant(v.dueAt),
      tiedTime: false,
      tiedPerson: false,
      status: 'open',
    })),
  );
  await insert(
    'visit_windows',
    visits.flatMap(({ visit: v }) =>
      v.window
        ? [{ visitId: v.id, startsAt: instant(v.window.startAt), endsAt: instant(v.window.endAt) }]
        : [],
    ),
  );
  await insert(
    'visit_wishes',
    visits.flatMap(({ visit: v }) => (v.wish ? [{ visitId: v.id, ...v.wish }] : [])),
  );
}

async function publishFirstPlan(db: Database, demo: DemoData): Promise<void> {
  const extent = {
    territoryIds: demo.territories.map((t) => t.id),
    firstDate: DEMO_FIRST_DATE,
    lastDate: DEMO_LAST_DATE,
  };
  const live = {
    id: 'plan-live',
    kind: 'live',
    name: 'Live plan',
    status: 'live',
    revision: 1,
    runId: null,
  } as const;
  const playbook = await defaultPlaybook();
  const { data, zone } = await loadSchedule(extent, live);
  const late = new Set(
    demo.orders.filter((o) => o.receivedAt > PUBLISHED_UNTIL).flatMap((o) => o.visits.map((v) => v.id)),
  );
  const known = { ...data, visits: data.visits.filter((v) => !late.has(v.id)) };
  const { problem } = await buildProblem(known, {
    extent,
    playbook: playbook.content,
    zone,
    mayMove: 'all',
    name: 'First plan',
  });
  const result = insertCheapest(problem);
  if (!result.ok) throw new Error('The demo plan cannot be made');
  const rows = planRows(problem, result.solution.plan, extent);
  const placed = rows.placements
    .filter((p) => p.technicianId !== null)
    .map((p) => ({ ...p, changedRevision: 1 }));
  await table(db, 'placements').bulkCreate(placed.map((p) => ({ planId: live.id, ...p })));
  await table(db, 'plan_days').bulkCreate(rows.days.map((d) => ({ planId: live.id, ...d })));
  await table(db, 'plan_changes').bulkCreate(
    placed.map((p) => ({
      visitId: p.visitId,
      revision: 1,
      technicianId: p.technicianId,
      startsAt: p.startsAt,
      source: 'Planned by hand',
      userId: 'user-analyst',
    })),
  );
}
