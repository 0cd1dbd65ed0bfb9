import { addDays } from '../../shared/time';
import type { Held } from './cell';

/** What somebody holds of a skill on a date. */
export function heldOn(skills: readonly Held[], skillId: string, date: string): Held | null {
  return (
    skills.find(
      (s) => s.skillId === skillId && s.validFrom <= date && (s.validTo === null || s.validTo >= date),
    ) ?? null
  );
}

/**
 * The same skills with another level of one from a date on: a level that is held is changed as it stands, a new one
 * begins on the date; 0 ends it the day before, or takes it out where it began no sooner.
 */
export function withLevel(skills: readonly Held[], skillId: string, date: string, level: number): Held[] {
  const held = heldOn(skills, skillId, date);
  if (!held) {
    if (level === 0) return [...skills];
    const next = skills
      .filter((s) => s.skillId === skillId && s.validFrom > date)
      .map((s) => s.validFrom)
      .sort()[0];
    return [...skills, { skillId, level, validFrom: date, validTo: next ? addDays(next, -1) : null }];
  }
  if (level > 0) return skills.map((s) => (s === held ? { ...s, level } : s));
  if (held.validFrom >= date) return skills.filter((s) => s !== held);
  return skills.map((s) => (s === held ? { ...s, validTo: addDays(date, -1) } : s));
}

/** The same with other dates of what is held on the date. */
export function withDates(
  skills: readonly Held[],
  skillId: string,
  date: string,
  span: Pick<Held, 'validFrom' | 'validTo'>,
): Held[] {
  const held = heldOn(skills, skillId, date);
  return skills.map((s) => (s === held ? { ...s, ...span } : s));
}
