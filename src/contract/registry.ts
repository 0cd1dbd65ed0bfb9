import { z } from 'zod';
import { user } from './access/users';
import { savedFilter } from './playbooks/saved-filter';
import { runTemplate } from './runs/templates';
import { calendar } from './set-up/calendars';
import { company } from './set-up/company';
import { columnMap, doubtAside, listView } from './set-up/desk';
import { offer } from './set-up/offers';
import { crew, technician } from './set-up/people';
import { depot, site, territory, weekPattern } from './set-up/places';
import { closure, roadSettings } from './set-up/roads';
import { equipmentKind, equipmentUnit, group, jobKind, part, skill } from './set-up/things';
import { OBJECT_NAMES, type ObjectName } from './shared/fields';
import type { ObjectKind } from './shared/object';
import { agreement, asset, customer } from './work/customers';
import { maintenancePlan } from './work/maintenance';
import { hook, messageTemplate } from './work/messages';
import { problemKind, request } from './work/requests';
import { visit, workOrder } from './work/work';

/** Every object that people edit. Adding one: its schema, its table, its words, a line here. */
export const OBJECTS = {
  company,
  roads: roadSettings,
  territories: territory,
  depots: depot,
  skills: skill,
  parts: part,
  'equipment-kinds': equipmentKind,
  equipment: equipmentUnit,
  groups: group,
  'week-patterns': weekPattern,
  'job-kinds': jobKind,
  technicians: technician,
  crews: crew,
  sites: site,
  'work-orders': workOrder,
  visits: visit,
  offers: offer,
  calendars: calendar,
  users: user,
  asides: doubtAside,
  closures: closure,
  'list-views': listView,
  'column-maps': columnMap,
  filters: savedFilter,
  'run-templates': runTemplate,
  customers: customer,
  assets: asset,
  agreements: agreement,
  'problem-kinds': problemKind,
  requests: request,
  'maintenance-plans': maintenancePlan,
  'message-templates': messageTemplate,
  hooks: hook,
} as const satisfies Record<ObjectName, ObjectKind>;

export type ValueOf<N extends ObjectName> = z.infer<(typeof OBJECTS)[N]['schema']>;

export const objectName = z.enum(OBJECT_NAMES);

/** What nobody makes by a form or an API: the company is there from the start, roads come out of a file. */
export function isMadeApart(name: ObjectName): name is 'company' | 'roads' {
  return name === 'company' || name === 'roads';
}

export function objectKind(name: ObjectName): ObjectKind {
  return OBJECTS[name];
}
