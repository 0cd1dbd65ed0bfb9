import type { Shift, Visit } from '@/core/index';
import { homeOf, skillsOn } from '../../shared/problem/shifts';
import { type Finder, type Found, isOn, type Look } from './look';

type Person = Look['people'][number];

const about = (person: Person): Pick<Found, 'step' | 'object' | 'id' | 'title'> => ({
  step: 'people',
  object: 'technicians',
  id: person.id,
  title: person.name,
});

function shiftsOf({ world }: Look, id: string): Shift[] {
  return world.built.problem.shifts.filter((s) => s.personId === id);
}

/** Loose work of somebody's territories that their skills would do, or any where they have no skills either. */
function waitingFor(look: Look, person: Person): Visit[] {
  const territories = new Set(person.territories.map((m) => m.territoryId));
  const levels = new Map(
    look.dates.flatMap((date) => skillsOn(person, date)).map((s) => [s.skillId, s.level]),
  );
  return look.world.who.visits.filter((v) => {
    if (!look.loose.has(v.id) || v.territoryId === null || !territories.has(v.territoryId)) return false;
    const met = v.skills.filter((s) => (levels.get(s.skillId) ?? 0) >= s.level).length;
    return v.skillMode === 'any' ? met > 0 || v.skills.length === 0 : met === v.skills.length;
  });
}

const isEmployedOpen = (p: Person): boolean => p.active && p.openToPlanning;

/** Active and open to planning, so that they look free, and never get anything. */
const withoutHours: Finder = (look) =>
  look.people
    .filter(
      (p) =>
        isEmployedOpen(p) &&
        p.weekPatternId === null &&
        !p.exceptions.some((e) => e.kind === 'hours' && look.dates.includes(e.date)),
    )
    .map((p) => ({ code: 'person-no-hours', ...about(p), facts: {}, visits: waitingFor(look, p) }));

const withoutHome: Finder = (look) =>
  look.people
    .filter(
      (p) => isEmployedOpen(p) && homeOf(p) === null && (p.startsAt !== 'depot' || p.endsAt !== 'depot'),
    )
    .map((p) => ({ code: 'person-no-home', ...about(p), facts: {}, visits: waitingFor(look, p) }));

const withoutSkill: Finder = (look) =>
  look.people
    .filter((p) => isEmployedOpen(p) && !look.dates.some((date) => skillsOn(p, date).length > 0))
    .map((p) => ({
      code: 'person-no-skill',
      ...about(p),
      facts: { ended: p.skills.length > 0 },
      visits: [],
    }));

const withoutTerritory: Finder = (look) =>
  look.people
    .filter((p) => isEmployedOpen(p) && !look.dates.some((date) => p.territories.some((m) => isOn(m, date))))
    .map((p) => ({ code: 'person-no-territory', ...about(p), facts: {}, visits: [] }));

const closed: Finder = (look) =>
  look.people
    .filter((p) => p.active && !p.openToPlanning)
    .map((p) => {
      const sec = shiftsOf(look, p.id).reduce((sum, s) => sum + s.endSec - s.startSec, 0);
      return {
        code: 'person-not-open',
        ...about(p),
        facts: { hours: Math.round(sec / 3600) },
        visits: [],
      };
    });

const loansAtOnce: Finder = (look) =>
  look.people.flatMap((p): Found[] => {
    const loans = p.territories
      .filter((m) => m.relation === 'loan')
      .sort((a, b) => a.validFrom.localeCompare(b.validFrom));
    const clash = loans.flatMap((loan, i) =>
      loans
        .slice(i + 1)
        .filter((other) => loan.validTo === null || other.validFrom <= loan.validTo)
        .map((other) => ({ loan, other })),
    )[0];
    if (!clash || (clash.loan.validTo ?? '9') < look.dates[0]!) return [];
    const names = [clash.loan, clash.other].map(
      (m) => look.world.data.territories.get(m.territoryId)?.name ?? m.territoryId,
    );
    const ends = [clash.loan.validTo, clash.other.validTo].filter((d) => d !== null).sort();
    return [
      {
        code: 'person-loans-overlap',
        ...about(p),
        facts: { territories: names, from: clash.other.validFrom, to: ends[0] ?? null },
        visits: [],
      },
    ];
  });

/** Certificates that end within the days, with what of the live plan and of open work they take along. */
const endingCertificates: Finder = (look) => {
  const last = look.dates.at(-1)!;
  return look.people.filter(isEmployedOpen).flatMap((p) =>
    p.skills
      .filter((s) => s.validTo !== null && s.validTo >= look.dates[0]! && s.validTo < last)
      .filter((s) => !p.skills.some((o) => o.skillId === s.skillId && o.validFrom > s.validFrom))
      .map((s): Found => {
        const after = look.world.verdict.timed.routes.filter(
          (r) => r.shift.personId === p.id && r.shift.id.slice(r.shift.id.lastIndexOf('@') + 1) > s.validTo!,
        );
        return {
          code: 'certificate-ends',
          ...about(p),
          facts: {
            skill: look.skills.get(s.skillId)?.name ?? s.skillId,
            skillId: s.skillId,
            ends: s.validTo,
          },
          visits: after
            .flatMap((r) => r.stops.map((stop) => stop.visit))
            .filter((v) => v.skills.some((n) => n.skillId === s.skillId)),
        };
      }),
  );
};

export const PEOPLE_DOUBTS: readonly Finder[] = [
  withoutHours,
  withoutHome,
  withoutSkill,
  withoutTerritory,
  closed,
  loansAtOnce,
  endingCertificates,
];
