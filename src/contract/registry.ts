import { z } from 'zod';
import { user } from './access/users';
import { company } from './set-up/company';
import { columnMap, doubtAside, listView } from './set-up/desk';
import { offer } from './set-up/offers';
import { crew, technician } from './set-up/people';
import { depot, site, territory, weekPattern } from './set-up/places';
import { equipmentKind, equipmentUnit, group, jobKind, part, skill } from './set-up/things';
import { OBJECT_NAMES, type ObjectName } from './shared/fields';
import type { ObjectKind } from './shared/object';
import { visit, workOrder } from './work/work';

/** Every object that people edit. Adding one: its schema, its table, its words, a line here. */
export const OBJECTS = {
  company,
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
  users: user,
  asides: doubtAside,
  'list-views': listView,
  'column-maps': columnMap,
} as const satisfies Record<ObjectName, ObjectKind>;

export type ValueOf<N extends ObjectName> = z.infer<(typeof OBJECTS)[N]['schema']>;

export const objectName = z.enum(OBJECT_NAMES);

export function objectKind(name: ObjectName): ObjectKind {
  return OBJECTS[name];
}
