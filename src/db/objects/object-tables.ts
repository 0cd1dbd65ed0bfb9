import type { ObjectName } from '@/contract/shared/fields';
import * as access from '../models/access';
import * as people from '../models/people';
import * as plan from '../models/plan';
import * as requests from '../models/requests';
import * as setUp from '../models/set-up';
import type { Table } from '../models/table';
import * as work from '../models/work';

/** Rows of another table that are part of an object: a list field of it. */
export interface Child {
  readonly table: Table;
  /** The column that names the object. */
  readonly parent: string;
  /** Rows have an id of their own, made up where none is given. */
  readonly ownId?: boolean;
}

export interface ObjectTable {
  readonly table: Table;
  readonly children: Readonly<Record<string, Child>>;
}

const alone = (table: Table): ObjectTable => ({ table, children: {} });

/** Where each object lies. Its list fields that are not here are columns. */
export const OBJECT_TABLES: Readonly<Record<ObjectName, ObjectTable>> = {
  company: alone(setUp.company),
  roads: alone(setUp.roadNetworks),
  territories: {
    table: setUp.territories,
    children: {
      holidays: { table: setUp.territoryHolidays, parent: 'territoryId' },
      neighbours: { table: setUp.territoryNeighbours, parent: 'territoryId' },
    },
  },
  depots: { table: setUp.depots, children: { parts: { table: setUp.depotParts, parent: 'depotId' } } },
  skills: alone(setUp.skills),
  parts: alone(setUp.parts),
  'equipment-kinds': alone(setUp.equipmentKinds),
  equipment: {
    table: setUp.equipment,
    children: { outages: { table: setUp.equipmentOutages, parent: 'equipmentId' } },
  },
  groups: { table: setUp.groups, children: { members: { table: setUp.groupMembers, parent: 'groupId' } } },
  'week-patterns': alone(setUp.weekPatterns),
  'job-kinds': {
    table: setUp.jobKinds,
    children: {
      skills: { table: setUp.jobKindSkills, parent: 'jobKindId' },
      equipment: { table: setUp.jobKindEquipment, parent: 'jobKindId' },
      parts: { table: setUp.jobKindParts, parent: 'jobKindId' },
      premises: { table: setUp.jobKindPremises, parent: 'jobKindId' },
    },
  },
  technicians: {
    table: people.technicians,
    children: {
      skills: { table: people.technicianSkills, parent: 'technicianId' },
      territories: { table: people.technicianTerritories, parent: 'technicianId' },
      exceptions: { table: people.dayExceptions, parent: 'technicianId', ownId: true },
      parts: { table: people.technicianParts, parent: 'technicianId' },
      paces: { table: people.technicianPaces, parent: 'technicianId' },
    },
  },
  crews: {
    table: people.crews,
    children: {
      members: { table: people.crewMembers, parent: 'crewId' },
      changes: { table: people.crewChanges, parent: 'crewId' },
      skills: { table: people.crewSkills, parent: 'crewId' },
    },
  },
  sites: { table: setUp.sites, children: { wishes: { table: requests.siteWishes, parent: 'siteId' } } },
  'work-orders': alone(work.workOrders),
  visits: {
    table: work.visits,
    children: {
      windows: { table: work.visitWindows, parent: 'visitId' },
      wishes: { table: work.visitWishes, parent: 'visitId' },
    },
  },
  offers: alone(setUp.offers),
  calendars: alone(setUp.calendars),
  asides: alone(setUp.asides),
  closures: alone(setUp.closures),
  'list-views': alone(setUp.listViews),
  'column-maps': alone(setUp.columnMaps),
  filters: alone(plan.filters),
  'run-templates': alone(plan.runTemplates),
  customers: {
    table: requests.customers,
    children: { contacts: { table: requests.customerContacts, parent: 'customerId', ownId: true } },
  },
  assets: {
    table: requests.assets,
    children: { parts: { table: requests.assetParts, parent: 'assetId' } },
  },
  agreements: {
    table: requests.agreements,
    children: { kinds: { table: requests.agreementKinds, parent: 'agreementId' } },
  },
  'problem-kinds': alone(requests.problemKinds),
  requests: alone(requests.requests),
  'maintenance-plans': {
    table: requests.maintenancePlans,
    children: { assets: { table: requests.maintenanceAssets, parent: 'planId' } },
  },
  'message-templates': alone(requests.messageTemplates),
  hooks: alone(requests.hooks),
  users: {
    table: access.users,
    children: { territories: { table: access.userTerritories, parent: 'userId' } },
  },
};

/** Columns that are never read as part of an object. */
export const HIDDEN: readonly string[] = ['passwordHash', 'filledBy'];

export function objectOfTable(name: string): ObjectName | null {
  const found = Object.entries(OBJECT_TABLES).find(([, t]) => t.table.name === name);
  return (found?.[0] as ObjectName | undefined) ?? null;
}
