import { access } from './access';
import { attributes } from './attributes';
import { breakKept } from './break-kept';
import { capacity } from './capacity';
import { crew } from './crew';
import { mostTravel, mostVisits, reach } from './day-limits';
import { equipment } from './equipment';
import { order } from './order';
import { overtimeLimit } from './overtime-limit';
import { ownTimeTravel } from './own-time-travel';
import { parts } from './parts';
import { persons } from './persons';
import { rest } from './rest';
import { samePerson } from './same-person';
import { skills } from './skills';
import { structure } from './structure';
import { territory } from './territory';
import { tie } from './tie';
import { together } from './together';
import { travel } from './travel';
import type { Rule, RuleCode } from './violation';
import { windows } from './windows';
import { workLimit } from './work-limit';
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
  access,
  skills,
  territory,
  persons,
  tie,
  capacity,
  attributes,
  crew,
  together,
  equipment,
  parts,
  order,
  'same-person': samePerson,
  rest,
  'work-limit': workLimit,
  'most-visits': mostVisits,
  'most-travel': mostTravel,
  reach,
};
