import type { AttributeRule, Attributes, Shift, Visit } from '../model/problem';
import { eachStop } from './each-stop';
import { isInScope } from './scope';

type Value = Attributes[string];

function listOf(value: Value): readonly (string | number | boolean)[] {
  return Array.isArray(value) ? value : [value as string | number | boolean];
}

function matches(rule: AttributeRule, person: Value, visit: Value): boolean {
  switch (rule.match) {
    case 'equals':
      return String(person) === String(visit);
    case 'at-least':
      return Number(person) >= Number(visit);
    case 'at-most':
      return Number(person) <= Number(visit);
    case 'contains':
      return listOf(visit).every((wanted) => listOf(person).includes(wanted));
    case 'one-of':
      return listOf(visit).includes(person as string);
  }
}

/** The first attribute rule that forbids the pair. A visit without the attribute asks for nothing; a person without it has nothing. */
export function failedAttribute(
  visit: Visit,
  shift: Shift,
  rules: readonly AttributeRule[],
): AttributeRule | null {
  for (const rule of rules) {
    const wanted = visit.attributes?.[rule.visitKey];
    if (wanted === undefined) continue;
    if (!isInScope(rule.scope, visit.id, shift.personId)) continue;
    const held = shift.attributes?.[rule.personKey];
    if (held === undefined || !matches(rule, held, wanted)) return rule;
  }
  return null;
}

/** This attribute of the person matches that one of the visit. */
export const attributes = eachStop('attributes', (visit, shift, problem) => {
  const failed = failedAttribute(visit, shift, problem.rules.attributes ?? []);
  return failed ? { ruleId: failed.id } : null;
});
