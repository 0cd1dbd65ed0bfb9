import { readPlaybookContent } from '@/contract/playbooks/playbook';
import { greatCircleM } from '@/core/index';
import type { Transaction } from '@/db/connection';
import * as people from '@/db/models/people';
import { playbooks } from '@/db/models/plan';
import * as setUp from '@/db/models/set-up';
import { rowsOf } from '@/db/models/table';
import * as work from '@/db/models/work';
import { addUser } from '@/db/repositories/access/users';
import { addPlaybook } from '@/db/repositories/playbooks/playbooks';
import { addRoadNetwork } from '@/db/repositories/shared/roads';
import { hashPassword } from '@/server/access/password';
import { JOB_KINDS, KIND_PARTS, PLAYBOOKS, SKILLS, SPECIAL_KINDS, WEEK_PATTERNS } from './company';
import type { DemoData } from './demo-data';
import {
  DEPOT_PARTS,
  EQUIPMENT,
  EQUIPMENT_KINDS,
  HOLIDAYS,
  NEIGHBOURS,
  networkRow,
  OUTAGES,
  PARTS,
} from './extras';
import { DEMO_FIRST_DATE, type DemoTechnician } from './people';
import { DEMO_PASSWORD, USERS } from './users';

const SINCE = '2024-01-01';
const instant = (sec: number): Date => new Date(sec * 1000);

/** Whether the demo has filled this database. */
export async function isFilled(transaction: Transaction): Promise<boolean> {
  return (await rowsOf(transaction, setUp.company).find({ filledBy: 'demo' })).length > 0;
}

/** Data that the demo did not make stays untouched: neither filled up nor emptied. */
export async function refuseIfForeign(transaction: Transaction): Promise<void> {
  for (const table of [setUp.territories, setUp.skills, people.technicians, playbooks]) {
    if ((await rowsOf(transaction, table).find({})).length > 0)
      throw new Error('This database holds data that the demo did not make. Nothing was changed.');
  }
}

export async function writeCompany(transaction: Transaction): Promise<void> {
  await rowsOf(transaction, setUp.company).update(
    { id: 'company' },
    { name: 'Orrimay Charge Care', filledBy: 'demo', homeZone: 'Atlantic/Madeira' },
  );
}

/** Three yards, in the biggest town of three territories. */
function depotRows(demo: DemoData) {
  return ['quay', 'sallow', 'westisle'].map((id) => {
    const territory = demo.territories.find((t) => t.id === id)!;
    const towns = territory.towns.map((t) => demo.island.towns[t]!).sort((a, b) => b.radiusKm - a.radiusKm);
    const { name, at } = towns[0]!;
    return { id: `depot-${id}`, territoryId: id, name: `${name} yard`, lat: at.lat, lon: at.lon };
  });
}

export async function writeSetUp(transaction: Transaction, demo: DemoData): Promise<void> {
  await addRoadNetwork(transaction, networkRow(demo.island));
  await rowsOf(transaction, setUp.company).update({ id: 'company' }, { roadsId: 'orrimay' });
  await rowsOf(transaction, setUp.territories).insert(
    demo.territories.map(({ id, name, zone, outline }) => ({ id, name, zone, outline })),
  );
  await rowsOf(transaction, setUp.territoryHolidays).insert(HOLIDAYS);
  await rowsOf(transaction, setUp.territoryNeighbours).insert(NEIGHBOURS);
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  for (const { id, email, name, role, sees, mayChange, mayForce } of USERS) {
    const grants = demo.territories
      .filter((t) => sees === 'all' || (sees as readonly string[]).includes(t.id))
      .map((t) => ({ territoryId: t.id, mayChange }));
    await addUser(transaction, { id, email, name, role, passwordHash, mayForce }, grants);
  }
  await rowsOf(transaction, setUp.depots).insert(depotRows(demo));
  await rowsOf(transaction, setUp.skills).insert(SKILLS.map((s) => ({ ...s })));
  await rowsOf(transaction, setUp.parts).insert(PARTS.map((p) => ({ ...p })));
  await rowsOf(transaction, setUp.depotParts).insert(
    Object.entries(DEPOT_PARTS).flatMap(([id, parts]) =>
      parts.map((partId) => ({ depotId: `depot-${id}`, partId })),
    ),
  );
  await rowsOf(transaction, setUp.equipmentKinds).insert(EQUIPMENT_KINDS.map((k) => ({ ...k })));
  await rowsOf(transaction, setUp.equipment).insert(EQUIPMENT.map((e) => ({ ...e })));
  await rowsOf(transaction, setUp.equipmentOutages).insert(OUTAGES.map((o) => ({ ...o })));
  await rowsOf(transaction, setUp.weekPatterns).insert(
    WEEK_PATTERNS.map((p) => ({ ...p, weeks: p.weeks as never, anchorDate: DEMO_FIRST_DATE })),
  );
  await rowsOf(transaction, setUp.groups).insert([{ id: 'jointers', name: 'Jointers' }]);
  await writeKinds(transaction);
}

async function writeKinds(transaction: Transaction): Promise<void> {
  const all = [...JOB_KINDS, ...SPECIAL_KINDS];
  const settingsOf = new Map(SPECIAL_KINDS.map((k) => [k.id, k.settings]));
  await rowsOf(transaction, setUp.jobKinds).insert(
    all.map(({ id, name, durationMin, promiseDays, priority }) => ({
      id,
      name,
      durationMin,
      durationBestMin: Math.round(durationMin * 0.7),
      durationWorstMin: Math.round(durationMin * 1.8),
      promiseDays,
      priority,
      people: 1,
      ...settingsOf.get(id),
    })),
  );
  await rowsOf(transaction, setUp.jobKindSkills).insert(
    all.flatMap((k) => k.skills.map(([skillId, level]) => ({ jobKindId: k.id, skillId, level }))),
  );
  await rowsOf(transaction, setUp.jobKindParts).insert(
    Object.entries(KIND_PARTS).flatMap(([jobKindId, parts]) =>
      parts.map((partId) => ({ jobKindId, partId })),
    ),
  );
  await rowsOf(transaction, setUp.jobKindEquipment).insert(
    SPECIAL_KINDS.flatMap((k) =>
      (k.equipment ?? []).map((equipmentKindId) => ({ jobKindId: k.id, equipmentKindId, units: 1 })),
    ),
  );
  await rowsOf(transaction, setUp.jobKindPremises).insert(
    SPECIAL_KINDS.flatMap((k) => (k.premises ?? []).map((depotId) => ({ jobKindId: k.id, depotId }))),
  );
}

/** What stands aboard by trade: every van carries small parts, anchor frames come from the yard. */
const ABOARD = ['contactor', 'reader', 'cable-set', 'meter', 'antenna'];

function technicianRow(p: DemoTechnician, ix: number, depotId: string) {
  const isOwnBreak = p.patternId === 'part-time' || p.patternId === 'split';
  const late = p.patternId === 'late';
  return {
    id: p.id,
    name: p.name,
    kind: p.isContractor ? ('contractor' as const) : ('employee' as const),
    homeLat: p.home.lat,
    homeLon: p.home.lon,
    startsAt: p.fromDepot ? ('depot' as const) : ('home' as const),
    endsAt: 'home' as const,
    depotId: p.fromDepot || p.atBench ? depotId : null,
    weekPatternId: p.patternId,
    zone: p.territory.zone,
    travelBeforeMin: p.allowanceMin,
    travelAfterMin: p.allowanceMin,
    overtimeLimitMin: p.overtimeMin,
    breaks: isOwnBreak
      ? []
      : [
          {
            lengthMin: 30,
            fromMin: late ? 780 : 690,
            toMin: late ? 900 : 810,
            dueAfterMin: null,
            isPaid: false,
          },
        ],
    payPerHour: p.isContractor ? 12 : null,
    outPrice: p.isContractor ? 6 : null,
    mostVisits: p.isContractor ? 6 : null,
    attributes: { climbs: ix % 2 === 0, ferryPass: p.territory.id === 'westisle' },
    vehicle: `Van ${String(ix + 1).padStart(2, '0')}`,
    phone: `ext. ${201 + ix}`,
    partsDepotId: depotId,
    weekMostMin: p.isContractor ? 1200 : null,
    weekDearerAfterMin: p.isContractor ? null : 2400,
    // One person is planned by hand only.
    openToPlanning: ix !== 24,
    active: true,
  };
}

export async function writePeople(transaction: Transaction, demo: DemoData): Promise<void> {
  const depots = depotRows(demo);
  const nearest = (p: DemoTechnician): string =>
    [...depots].sort((a, b) => greatCircleM(p.home, a) - greatCircleM(p.home, b))[0]!.id;
  await rowsOf(transaction, people.technicians).insert(
    demo.people.map((p, ix) => technicianRow(p, ix, p.atBench ? 'depot-sallow' : nearest(p))),
  );
  await rowsOf(transaction, people.technicianSkills).insert(
    demo.people.flatMap((p) => p.skills.map((s) => ({ technicianId: p.id, ...s, validFrom: SINCE }))),
  );
  await rowsOf(transaction, people.technicianTerritories).insert(
    demo.people.flatMap((p) => {
      const own = { technicianId: p.id, validFrom: SINCE, validTo: null };
      return [
        { ...own, territoryId: p.territory.id, relation: 'home' as const },
        ...(p.cover ? [{ ...own, territoryId: p.cover, relation: 'cover' as const }] : []),
        ...(p.loan
          ? [
              {
                technicianId: p.id,
                territoryId: p.loan.territoryId,
                relation: 'loan' as const,
                validFrom: p.loan.from,
                validTo: p.loan.to,
              },
            ]
          : []),
      ];
    }),
  );
  await rowsOf(transaction, people.dayExceptions).insert(
    demo.people.flatMap((p) =>
      p.off.map((o, i) => ({ id: `${p.id}-off-${i}`, technicianId: p.id, kind: 'off' as const, ...o })),
    ),
  );
  await rowsOf(transaction, people.technicianParts).insert(
    demo.people.flatMap((p, ix) =>
      // One van in nine goes out without card readers and fetches them.
      ABOARD.filter((part) => !(part === 'reader' && ix % 9 === 4)).map((partId) => ({
        technicianId: p.id,
        partId,
      })),
    ),
  );
  await rowsOf(transaction, people.technicianPaces).insert(
    demo.people.flatMap((p, ix) =>
      ix % 7 === 3 ? [{ technicianId: p.id, jobKindId: 'safety-check', percent: 85 }] : [],
    ),
  );
  await rowsOf(transaction, setUp.groupMembers).insert(
    demo.people
      .filter((p) => p.skills.some((s) => s.skillId === 'cable'))
      .map((p) => ({ groupId: 'jointers', technicianId: p.id })),
  );
  await writeCrews(transaction, demo);
}

async function writeCrews(transaction: Transaction, { crews }: DemoData): Promise<void> {
  await rowsOf(transaction, people.crews).insert(
    crews.map(({ id, name, territoryId, leaderId, depotId }) => ({
      id,
      name,
      territoryId,
      leaderId,
      validFrom: DEMO_FIRST_DATE,
      validTo: null,
      weekPatternId: 'crew-days',
      startsAt: 'depot' as const,
      endsAt: 'depot' as const,
      depotId,
      overtimeLimitMin: 60,
      vehicle: 'Lorry',
      outPrice: 10,
    })),
  );
  await rowsOf(transaction, people.crewMembers).insert(
    crews.flatMap((c) => c.memberIds.map((technicianId) => ({ crewId: c.id, technicianId }))),
  );
  await rowsOf(transaction, people.crewChanges).insert(
    crews.flatMap((c) => c.changes.map((x) => ({ crewId: c.id, ...x }))),
  );
  await rowsOf(transaction, people.crewSkills).insert(
    crews.map((c) => ({ crewId: c.id, skillId: 'lifting', level: 3 })),
  );
}

export async function writeWork(transaction: Transaction, demo: DemoData): Promise<void> {
  await rowsOf(transaction, setUp.sites).insert(
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
  await rowsOf(transaction, work.workOrders).insert(
    demo.orders.map((o) => ({
      id: `order-${o.number}`,
      number: o.number,
      siteId: o.site.id,
      jobKindId: o.kind.id,
      summary: o.summary,
      notes: o.notes,
      receivedAt: instant(o.receivedAt),
      // Now and then a customer's charger needs more than such work usually does.
      differs: o.number % 97 === 0 ? { bufferAfterMin: 15 } : {},
    })),
  );
  const visits = demo.orders.flatMap((o) => o.visits.map((v) => ({ order: o, visit: v })));
  await rowsOf(transaction, work.visits).insert(
    visits.map(({ order, visit: v }) => ({
      id: v.id,
      workOrderId: `order-${order.number}`,
      part: v.part,
      durationMin: v.durationMin,
      priority: v.priority,
      earliestAt: instant(v.earliestAt),
      dueAt: instant(v.dueAt),
      afterVisitId: v.after?.visitId ?? null,
      afterGapMin: v.after?.gapMin ?? null,
      afterMostMin: v.after?.mostMin ?? null,
      samePersonAsId: v.samePersonAs ?? null,
    })),
  );
  await rowsOf(transaction, work.visitWindows).insert(
    visits.flatMap(({ visit: v }) =>
      v.window
        ? [{ visitId: v.id, startsAt: instant(v.window.startAt), endsAt: instant(v.window.endAt) }]
        : [],
    ),
  );
  await rowsOf(transaction, work.visitWishes).insert(
    visits.flatMap(({ visit: v }) => (v.wish ? [{ visitId: v.id, ...v.wish }] : [])),
  );
}

export async function writePlaybooks(transaction: Transaction): Promise<void> {
  for (const p of PLAYBOOKS) {
    await addPlaybook(
      transaction,
      { id: p.id, name: p.name },
      {
        id: `${p.id}-1`,
        playbookId: p.id,
        version: 1,
        content: readPlaybookContent(p.content),
        note: p.note,
      },
    );
  }
  await rowsOf(transaction, setUp.company).update({ id: 'company' }, { livePlaybookId: 'everyday' });
}
