import type { ObjectName } from '@/contract/shared/fields';

/** Kinds of objects that have a list of their own in set-up; the others are edited elsewhere. */
const LISTED: readonly ObjectName[] = [
  'roads',
  'territories',
  'depots',
  'skills',
  'job-kinds',
  'technicians',
  'week-patterns',
  'crews',
  'equipment',
  'equipment-kinds',
  'groups',
  'parts',
  'sites',
  'offers',
  'calendars',
  'users',
];

export function isListed(object: ObjectName): boolean {
  return LISTED.includes(object);
}
