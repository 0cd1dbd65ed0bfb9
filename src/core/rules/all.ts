import { breakKept } from './break-kept';
import { capacity } from './capacity';
import { overtimeLimit } from './overtime-limit';
import { ownTimeTravel } from './own-time-travel';
import { persons } from './persons';
import { skills } from './skills';
import { structure } from './structure';
import { territory } from './territory';
import { tie } from './tie';
import { travel } from './travel';
import type { Rule, RuleCode } from './violation';
import { windows } from './windows';
import { workingHours } from './working-hours';

/** Every hard rule. Adding one: its file and test, then a line here. */
export const ALL_RULES: Readonly<Record<RuleCode, Rule>> = {
  structure,
  travel,
  'working-hours': workingHours,
  'overtime-limit': overtimeLimit,
  'own-time-travel': ownTimeTravel,
  break: breakKept,
  windows,
  skills,
  territory,
  persons,
  tie,
  capacity,
};
