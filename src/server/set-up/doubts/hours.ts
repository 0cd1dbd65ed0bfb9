import { weekdayOf, workingIntervals } from '@/core/index';
import { dayOfShift, personAndDate } from '../../shared/problem/make-shifts';
import { type Finder, type Found, isOn } from './look';

/**
 * A pattern without a zone of its own, used by people whose zone is not that of where they work: nobody can tell
 * by whose clock their nine o'clock is meant.
 */
const patternWithoutZone: Finder = (look) => {
  const { patterns, territories } = look.world.data;
  return [...patterns.values()].flatMap((p): Found[] => {
    if (p.zone !== null) return [];
    const unclear = look.people.filter((t) => {
      const home = t.territories.find((m) => m.relation === 'home');
      const there = home ? territories.get(home.territoryId)?.zone : undefined;
      return t.weekPatternId === p.id && there !== undefined && there !== t.zone;
    });
    const [first] = unclear;
    if (!first) return [];
    return [
      {
        code: 'pattern-no-zone',
        step: 'hours',
        object: 'week-patterns',
        id: p.id,
        title: p.name,
        facts: { people: unclear.map((t) => t.name).slice(0, 4), zone: first.zone },
        visits: [],
      },
    ];
  });
};

/** Days on which a territory is open by its hours and nobody of it works. */
const uncovered: Finder = (look) => {
  const { data, built } = look.world;
  const open = new Set(look.world.who.people);
  const covered = new Set(
    built.problem.shifts
      .filter((s) => open.has(s.personId))
      .flatMap((s) => s.territories.map((m) => `${m.territoryId} ${personAndDate(dayOfShift(s.id)).date}`)),
  );
  return [...data.territories.values()].flatMap((t): Found[] => {
    const pattern = t.weekPatternId === null ? undefined : data.patterns.get(t.weekPatternId);
    const hasPeople = look.people.some((p) => p.active && p.territories.some((m) => m.territoryId === t.id));
    if (!pattern || !hasPeople) return [];
    const holidays = new Set(t.holidays.map((h) => h.date));
    const empty = look.dates.filter(
      (date) =>
        !holidays.has(date) &&
        workingIntervals(pattern, [], date, pattern.zone ?? t.zone).length > 0 &&
        !covered.has(`${t.id} ${date}`),
    );
    if (empty.length === 0) return [];
    return [
      {
        code: 'territory-uncovered',
        step: 'hours',
        object: 'territories',
        id: t.id,
        title: t.name,
        facts: {
          days: empty.length,
          first: empty[0]!,
          weekdays: [...new Set(empty.map((d) => String(weekdayOf(d))))],
        },
        visits: [],
      },
    ];
  });
};

const withoutPeople: Finder = (look) => {
  const open = look.people.filter((p) => p.active && p.openToPlanning);
  return [...look.world.data.territories.values()]
    .filter(
      (t) =>
        !open.some((p) =>
          p.territories.some((m) => m.territoryId === t.id && look.dates.some((d) => isOn(m, d))),
        ),
    )
    .map((t) => ({
      code: 'territory-nobody' as const,
      step: 'territories' as const,
      object: 'territories' as const,
      id: t.id,
      title: t.name,
      facts: {},
      visits: look.stuck.filter((v) => v.territoryId === t.id),
    }));
};

export const HOURS_DOUBTS: readonly Finder[] = [patternWithoutZone, uncovered, withoutPeople];
