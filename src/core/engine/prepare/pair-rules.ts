import type {
  AttributeRule,
  Attributes,
  Membership,
  RuleScope,
  RuleSettings,
  ScopedRule,
  Shift,
  Visit,
} from '../../model/problem';

/**
 * What rules say of a pair of visit and shift, worked out a second time and in another way than `core/rules` do:
 * the checker and the engine share no code, so that each can find an error of the other.
 */
type Closeness = Membership['relation'] | null;

/** Tells whether a rule asks anything of a visit and a person; and, for equal answers everywhere, the same key. */
export interface Asked {
  of(visit: Visit, shift: Shift): boolean;
  readonly visitKey: (visit: Visit) => boolean;
  readonly shiftKey: (shift: Shift) => boolean;
}

function asked(scope: RuleScope | undefined): Asked {
  const visits = new Set(scope?.visitIds);
  const persons = new Set(scope?.personIds);
  const visitKey = ({ id }: Visit): boolean => !scope?.visitIds || visits.has(id);
  const shiftKey = ({ personId }: Shift): boolean => !scope?.personIds || persons.has(personId);
  const isEither = scope?.match === 'either';
  return {
    of: (visit, shift) =>
      isEither ? visitKey(visit) || shiftKey(shift) : visitKey(visit) && shiftKey(shift),
    visitKey,
    shiftKey,
  };
}

export interface AskedRules {
  readonly skills: Asked;
  readonly territory: Asked;
  readonly persons: Asked;
  readonly attributes: readonly Asked[];
  /** What tells visits, and shifts, apart as far as scopes go. */
  readonly visitKeys: (visit: Visit) => readonly boolean[];
  readonly shiftKeys: (shift: Shift) => readonly boolean[];
}

/** The scopes of all rules on pairs, made ready to be asked often. */
export function askedRules({ scopes, attributes = [] }: RuleSettings): AskedRules {
  const of = (rule: ScopedRule): Asked => asked(scopes?.[rule]);
  const each = attributes.map((rule) => asked(rule.scope));
  const [skills, territory, persons] = [of('skills'), of('territory'), of('persons')];
  const limited = [
    ...(scopes?.skills ? [skills] : []),
    ...(scopes?.territory ? [territory] : []),
    ...each.filter((_, i) => attributes[i]!.scope),
  ];
  return {
    skills,
    territory,
    persons,
    attributes: each,
    visitKeys: (visit) => limited.map((a) => a.visitKey(visit)),
    shiftKeys: (shift) => limited.map((a) => a.shiftKey(shift)),
  };
}

/** Whether the shift's skills reach what the visit asks for. */
export function meetsSkills(visit: Visit, shift: Shift): boolean {
  const asked = visit.skills;
  if (asked.length === 0) return true;
  const best = new Map<string, number>();
  for (const { skillId, level } of shift.skills) {
    const known = best.get(skillId);
    if (known === undefined || level > known) best.set(skillId, level);
  }
  let met = 0;
  for (const { skillId, level } of asked) {
    const held = best.get(skillId);
    if (held !== undefined && held >= level) met++;
  }
  return visit.skillMode === 'any' ? met > 0 : met === asked.length;
}

const RANK: Readonly<Record<Membership['relation'], number>> = { home: 0, loan: 1, cover: 2 };

/** The closest way in which the shift's person belongs to the visit's territory. */
export function closeness(visit: Visit, shift: Shift): Closeness {
  if (visit.territoryId === null) return 'home';
  let closest: Closeness = null;
  for (const { territoryId, relation } of shift.territories) {
    if (territoryId !== visit.territoryId) continue;
    if (closest === null || RANK[relation] < RANK[closest]) closest = relation;
  }
  return closest;
}

/** Whether somebody so close may have the visit. */
export function isCloseEnough(how: Closeness, setting: RuleSettings['territory']): boolean {
  switch (setting) {
    case 'anybody':
      return true;
    case 'home-and-cover':
      return how !== null;
    case 'home':
      return how === 'home' || how === 'loan';
  }
}

function asSet(value: Attributes[string]): Set<string | number | boolean> {
  return new Set(typeof value === 'object' ? value : [value]);
}

function agrees({ match }: AttributeRule, held: Attributes[string], wanted: Attributes[string]): boolean {
  if (match === 'equals') return `${held}` === `${wanted}`;
  if (match === 'contains') {
    const all = asSet(held);
    for (const item of asSet(wanted)) if (!all.has(item)) return false;
    return true;
  }
  if (match === 'one-of') return typeof held !== 'object' && asSet(wanted).has(held);
  const difference = Number(held) - Number(wanted);
  return match === 'at-least' ? difference >= 0 : difference <= 0;
}

/** Whether every attribute rule that looks at this visit is met by the shift. */
export function meetsAttributes(
  visit: Visit,
  shift: Shift,
  rules: RuleSettings['attributes'],
  scopes: readonly Asked[],
): boolean {
  const asked = visit.attributes;
  if (!asked || !rules) return true;
  for (const [i, rule] of rules.entries()) {
    if (!(rule.visitKey in asked)) continue;
    if (!scopes[i]!.of(visit, shift)) continue;
    const held = shift.attributes?.[rule.personKey];
    if (held === undefined || !agrees(rule, held, asked[rule.visitKey]!)) return false;
  }
  return true;
}

/** Whether the shift is a crew of as many as the visit asks for. */
export function isCrewEnough(visit: Visit, shift: Shift): boolean {
  return visit.crewOf === undefined || (shift.memberIds?.length ?? 0) >= visit.crewOf;
}

/** For each shift, whether its person is out with a crew during any of it. */
export function takenByCrews(shifts: readonly Shift[]): readonly boolean[] {
  const busy = new Map<string, [number, number][]>();
  for (const { memberIds = [], startSec, endSec } of shifts) {
    for (const id of memberIds) busy.set(id, [...(busy.get(id) ?? []), [startSec, endSec]]);
  }
  return shifts.map(
    ({ personId, memberIds, startSec, endSec }) =>
      memberIds === undefined &&
      (busy.get(personId) ?? []).some(([from, to]) => Math.max(from, startSec) < Math.min(to, endSec)),
  );
}
