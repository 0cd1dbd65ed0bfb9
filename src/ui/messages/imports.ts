import type { Target } from '@/contract/imports/targets';
import { TARGETS } from '@/contract/imports/targets';
import { OBJECT_WORDS } from './commands';
import { fieldText } from './fields';

const SEVERAL: Readonly<Partial<Record<Target, string>>> = {
  work: 'Work: site, order and visit in one line',
  technicians: 'People',
  sites: 'Sites',
  territories: 'Territories',
  depots: 'Depots',
  skills: 'Skills',
  parts: 'Parts',
  'equipment-kinds': 'Kinds of equipment',
  equipment: 'Equipment',
  groups: 'Groups of people',
  'week-patterns': 'Week patterns',
  'job-kinds': 'Job kinds',
  crews: 'Crews',
  'work-orders': 'Work orders',
  visits: 'Visits',
  offers: 'Promises',
  users: 'Users',
};

/** Kinds of files that are offered, in the order in which things are needed. */
export const OFFERED_TARGETS: readonly Target[] = TARGETS.filter((t) => t in SEVERAL);

export function targetText(target: Target): string {
  return SEVERAL[target] ?? (target === 'work' ? 'Work' : OBJECT_WORDS[target]);
}

const WORK_FIELDS: Readonly<Record<string, string>> = {
  jobKind: 'Job kind',
  site: 'Site, by its name',
  territory: 'Territory of a new site',
  earliestAt: 'Not before',
  dueAt: 'Due',
  windowStart: 'Window begins',
  windowEnd: 'Window ends',
};

export function columnText(target: Target, field: string): string {
  if (field === 'id') return 'Key (id)';
  return target === 'work' ? (WORK_FIELDS[field] ?? fieldText(field)) : fieldText(field);
}
