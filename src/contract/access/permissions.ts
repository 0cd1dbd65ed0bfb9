import type { ObjectName } from '../shared/fields';

export const ROLES = ['analyst', 'dispatcher', 'agent', 'technician', 'manager', 'administrator'] as const;
export type Role = (typeof ROLES)[number];

/** What rights are about: the objects, and what is done with plans. */
export type Subject = ObjectName | 'plan' | 'runs' | 'playbooks' | 'day';
export type Act = 'read' | 'change';

const SET_UP = [
  'company',
  'territories',
  'depots',
  'skills',
  'parts',
  'equipment-kinds',
  'equipment',
  'groups',
  'week-patterns',
  'job-kinds',
  'technicians',
  'crews',
  'offers',
  'calendars',
  'asides',
  'closures',
  'list-views',
  'column-maps',
  'filters',
  'roads',
  'problem-kinds',
  'maintenance-plans',
  'message-templates',
] as const satisfies readonly Subject[];
const WORK = [
  'sites',
  'work-orders',
  'visits',
  'customers',
  'assets',
  'agreements',
  'requests',
] as const satisfies readonly Subject[];
const PLANNING = ['plan', 'runs', 'run-templates', 'playbooks', 'day'] as const satisfies readonly Subject[];

type Rights = Partial<Record<Subject, Act>>;
const all = (subjects: readonly Subject[], act: Act): Rights =>
  Object.fromEntries(subjects.map((s) => [s, act]));

/**
 * Who may what. `change` includes `read`; what is not listed does not exist for the role. What belongs to
 * territories is seen, and changed, only in those that the user was given.
 */
const RIGHTS: Readonly<Record<Role, Rights>> = {
  analyst: {
    ...all(SET_UP, 'change'),
    ...all(WORK, 'change'),
    ...all(PLANNING, 'change'),
    hooks: 'change',
  },
  dispatcher: {
    ...all(SET_UP, 'read'),
    ...all(WORK, 'change'),
    plan: 'change',
    day: 'change',
    closures: 'change',
    runs: 'change',
    'run-templates': 'change',
    playbooks: 'read',
  },
  agent: {
    ...all(WORK, 'change'),
    'job-kinds': 'read',
    territories: 'read',
    skills: 'read',
    offers: 'read',
    'problem-kinds': 'read',
    parts: 'read',
  },
  technician: {},
  manager: { ...all(SET_UP, 'read'), ...all(WORK, 'read'), ...all(PLANNING, 'read') },
  // Whoever runs the company: a small one has nobody else.
  administrator: {
    ...all(SET_UP, 'change'),
    ...all(WORK, 'change'),
    ...all(PLANNING, 'change'),
    hooks: 'change',
    users: 'change',
  },
};

/** A territory that a user was given, and whether to change things in it. */
export interface Grant {
  readonly territoryId: string;
  readonly mayChange: boolean;
}

/** What a key for a program leaves of the rights of its owner; no objects are all. */
export interface Limits {
  /** What the key is called, for whoever reads what was done with it. */
  readonly key: string;
  readonly mayChange: boolean;
  readonly objects: readonly ObjectName[];
}

export interface Holder {
  readonly role: Role;
  readonly grants: readonly Grant[];
  readonly limits?: Limits;
}

function isWithin({ mayChange, objects }: Limits, act: Act, subject: Subject): boolean {
  if (act === 'change' && !mayChange) return false;
  return objects.length === 0 || objects.some((o) => o === subject);
}

/** Whether a role may do something with such objects at all, wherever they are. */
export function roleMay(role: Role, act: Act, subject: Subject): boolean {
  const right = RIGHTS[role][subject];
  return right === 'change' || (right === 'read' && act === 'read');
}

/**
 * Whether somebody may do something with an object of the given territories. Reading needs one of them,
 * changing all. None given means that it belongs to the whole company.
 */
export function may(
  holder: Holder,
  act: Act,
  subject: Subject,
  territoryIds: readonly string[] = [],
): boolean {
  if (!roleMay(holder.role, act, subject)) return false;
  if (holder.limits && !isWithin(holder.limits, act, subject)) return false;
  if (territoryIds.length === 0 || holder.role === 'administrator') return true;
  const given = new Map(holder.grants.map((g) => [g.territoryId, g.mayChange]));
  return act === 'read'
    ? territoryIds.some((id) => given.has(id))
    : territoryIds.every((id) => given.get(id) === true);
}
