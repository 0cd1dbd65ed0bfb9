import { CREW_DOUBTS } from './crews';
import { EQUIPMENT_DOUBTS } from './equipment';
import { HOURS_DOUBTS } from './hours';
import { KIND_DOUBTS } from './kinds';
import type { Finder } from './look';
import { PART_DOUBTS } from './parts';
import { PEOPLE_DOUBTS } from './people';
import { PLAYBOOK_DOUBTS } from './playbook';
import { PROMISE_DOUBTS } from './promises';
import { SITE_DOUBTS } from './sites';
import { SKILL_DOUBTS } from './skills';

/** Everything that is looked for. */
export const ALL_DOUBTS: readonly Finder[] = [
  ...PEOPLE_DOUBTS,
  ...SKILL_DOUBTS,
  ...KIND_DOUBTS,
  ...SITE_DOUBTS,
  ...CREW_DOUBTS,
  ...HOURS_DOUBTS,
  ...EQUIPMENT_DOUBTS,
  ...PART_DOUBTS,
  ...PROMISE_DOUBTS,
  ...PLAYBOOK_DOUBTS,
];
