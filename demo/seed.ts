import { createRandom } from '@/core/index';
import { users } from '@/db/models/access';
import { rowsOf } from '@/db/models/table';
import type { SystemUnit } from '@/server/shared/unit';
import { createCrews } from './crews';
import { writeCustomers, writeRequests } from './customers';
import type { DemoData } from './demo-data';
import { writeDesks } from './desks';
import { createIsland } from './island';
import { writeMails } from './mails';
import { writeMistakes, writeOffers } from './mistakes';
import { reportMorning } from './morning';
import { createPeople } from './people';
import { publishFirstPlan } from './publish';
import {
  isFilled,
  refuseIfForeign,
  writeCompany,
  writePeople,
  writePlaybooks,
  writeSetUp,
  writeWork,
} from './rows';
import { createSpecialOrders } from './special-work';
import { createTerritories } from './territories';
import { IN_THE_FIELD } from './users';
import { createOrders, createSites } from './work';

export const DEMO_SEED = 8;

/** The whole demo as data: equal for equal seeds. */
export function createDemo(seed = DEMO_SEED): DemoData {
  const island = createIsland(seed);
  const random = createRandom(seed + 1000);
  const territories = createTerritories(island);
  const people = createPeople(random, island, territories);
  const sites = createSites(random, island, territories);
  const orders = createOrders(random, sites, people, 600);
  const special = createSpecialOrders(createRandom(seed + 2000), sites, people, 1001 + orders.length);
  return { island, territories, people, crews: createCrews(people), sites, orders: [...orders, ...special] };
}

/** Fills an empty database with the demo and publishes a plan made by cheapest insertion. Says what it did. */
export async function seedDemo(unit: SystemUnit): Promise<string> {
  const { transaction } = unit;
  if (await isFilled(transaction)) return 'Data is there already';
  await refuseIfForeign(transaction);
  const demo = createDemo();
  await writeCompany(transaction);
  await writeSetUp(transaction, demo);
  await writePeople(transaction, demo);
  for (const [id, technicianId] of Object.entries(IN_THE_FIELD))
    await rowsOf(transaction, users).update({ id }, { technicianId });
  await writeWork(transaction, demo);
  await writeCustomers(transaction, demo);
  await writePlaybooks(transaction);
  await publishFirstPlan(unit, demo);
  await writeOffers(transaction);
  await writeRequests(transaction, demo);
  await writeMails(transaction, demo);
  await writeMistakes(transaction);
  await writeDesks(transaction);
  await reportMorning(unit, demo);
  const visits = demo.orders.reduce((sum, o) => sum + o.visits.length, 0);
  return `Demo: ${demo.people.length} technicians, ${demo.crews.length} crews, ${demo.orders.length} work orders, ${visits} visits`;
}
