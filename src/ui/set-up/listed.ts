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
/** Those that stand in the section Work. */
const IN_WORK: readonly ObjectName[] = [
  'requests',
  'customers',
  'assets',
  'agreements',
  'maintenance-plans',
  'problem-kinds',
  'message-templates',
  'hooks',
];

export function isListed(object: ObjectName): boolean {
  return LISTED.includes(object);
}

export function isInWork(object: ObjectName): boolean {
  return IN_WORK.includes(object);
}

/** Where a kind of object has its pages. */
export function pathOf(object: ObjectName, id?: string): string {
  if (object === 'work-orders') return id === undefined ? '/work' : `/work/orders/${encodeURIComponent(id)}`;
  const base = `${isInWork(object) ? '/work' : '/set-up'}/${object}`;
  return id === undefined ? base : `${base}/${encodeURIComponent(id)}`;
}

/** Whether an object of a kind has a page to go to. */
export function hasPage(object: string): boolean {
  return object === 'work-orders' || [...LISTED, ...IN_WORK].some((o) => o === object);
}

/** The pages of the section Work, in the order in which they are needed. */
export const WORK_PAGES: readonly {
  readonly href: string;
  readonly name: string;
  readonly object: ObjectName;
}[] = [
  { href: '/work', name: 'Work orders', object: 'work-orders' },
  { href: '/work/requests', name: 'Requests', object: 'requests' },
  { href: '/work/customers', name: 'Customers', object: 'customers' },
  { href: '/set-up/sites', name: 'Sites', object: 'sites' },
  { href: '/work/assets', name: 'Assets', object: 'assets' },
  { href: '/work/agreements', name: 'Agreements', object: 'agreements' },
  { href: '/work/maintenance-plans', name: 'Maintenance', object: 'maintenance-plans' },
  { href: '/work/problem-kinds', name: 'Problems', object: 'problem-kinds' },
  { href: '/work/mail', name: 'Mail', object: 'requests' },
  { href: '/work/messages', name: 'Messages', object: 'message-templates' },
  { href: '/work/hooks', name: 'Hooks', object: 'hooks' },
];
