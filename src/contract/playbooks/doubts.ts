import type { PlaybookDoubt, PlaybookDoubtCode } from './answers';
import { isEverything } from './filter';
import type { PlaybookContent } from './playbook';

/** What a company has of the things that some prices are about. */
export interface Known {
  readonly hasCovers: boolean;
  readonly hasLoans: boolean;
  readonly hasFavoured: boolean;
  readonly hasAvoided: boolean;
  readonly hasNormalWeeks: boolean;
  readonly hasSharedSites: boolean;
  readonly hasPay: boolean;
  /** Attributes that anybody has, and longest working day and shortest night, minutes. */
  readonly personKeys: ReadonlySet<string>;
  readonly longestDayMin: number;
  readonly shortestNightMin: number;
  /** Share of the exceptions that any work or person fits, by their place. */
  readonly isMet: (exception: number) => boolean;
}

const doubt = (code: PlaybookDoubtCode, at: string, facts: PlaybookDoubt['facts'] = {}): PlaybookDoubt => ({
  code,
  at,
  facts,
});

/** Prices above nothing that can never be paid. */
function idlePrices({ rules, prices: p }: PlaybookContent, known: Known): PlaybookDoubt[] {
  const idle = (isIdle: boolean, code: PlaybookDoubtCode, at: string): PlaybookDoubt[] =>
    isIdle ? [doubt(code, at)] : [];
  const isNeverLate =
    rules.late.on &&
    rules.late.min === 0 &&
    isEverything(rules.late.appliesTo) &&
    rules.late.others.every((o) => o.min === 0);
  const isHomeOnly =
    rules.territory.on && rules.territory.setting === 'home' && isEverything(rules.territory.appliesTo);
  const hasNormal = known.hasNormalWeeks || rules.weekNormal.on;
  return [
    ...idle(isNeverLate && p.lateMinute > 0, 'never-late', 'prices.lateMinute'),
    ...idle(isNeverLate && p.missedWindow > 0, 'never-late', 'prices.missedWindow'),
    ...idle(
      p.coverVisit > 0 && (isHomeOnly || (rules.territory.on && !known.hasCovers)),
      'never-cover',
      'prices.coverVisit',
    ),
    ...idle(p.loanVisit > 0 && !known.hasLoans, 'never-loan', 'prices.loanVisit'),
    ...idle(p.favouredMissed > 0 && !known.hasFavoured, 'never-favoured', 'prices.favouredMissed'),
    ...idle(p.avoidedUsed > 0 && !known.hasAvoided, 'never-avoided', 'prices.avoidedUsed'),
    ...idle(p.weekOvertimeHour > 0 && !hasNormal, 'never-normal-week', 'prices.weekOvertimeHour'),
    ...idle(p.siteTrip > 0 && !known.hasSharedSites, 'never-site-trips', 'prices.siteTrip'),
    ...idle(p.payPercent !== 100 && !known.hasPay, 'never-paid', 'prices.payPercent'),
    ...idle(p.marginMinute > 0 !== p.marginMin > 0, 'half-margin', 'prices.marginMinute'),
  ];
}

/** Prices that say the opposite of each other. */
function contradictions({ prices: p }: PlaybookContent): PlaybookDoubt[] {
  const out: PlaybookDoubt[] = [];
  for (let i = 1; i < p.looseEnd.length; i++) {
    const [urgent, less] = [p.looseEnd[i - 1]!, p.looseEnd[i]!];
    if (urgent < less)
      out.push(
        doubt('loose-order', `prices.looseEnd.${i - 1}`, {
          urgent: i,
          urgentPrice: urgent,
          less: i + 1,
          lessPrice: less,
        }),
      );
  }
  // Whoever is left waiting costs less than whoever is late.
  for (const [i, loose] of p.looseEnd.entries()) {
    if (p.missedWindow > 0 && loose < p.missedWindow)
      out.push(
        doubt('cheaper-missed', `prices.looseEnd.${i}`, { priority: i + 1, loose, missed: p.missedWindow }),
      );
  }
  // An hour of driving there and back.
  for (const [i, loose] of p.looseEnd.entries()) {
    if (p.drivingHour > 0 && loose < p.drivingHour)
      out.push(doubt('loose-cheap', `prices.looseEnd.${i}`, { priority: i + 1, loose, hour: p.drivingHour }));
  }
  return out;
}

function oddExceptions({ exceptions }: PlaybookContent, known: Known): PlaybookDoubt[] {
  return exceptions.flatMap((e, i) => {
    const hides = exceptions.findIndex((o, j) => j < i && o.price === e.price && isEverything(o.appliesTo));
    if (hides >= 0) return [doubt('exception-unreached', `exceptions.${i}`, { behind: hides + 1 })];
    return known.isMet(i) ? [] : [doubt('exception-nothing', `exceptions.${i}`)];
  });
}

function oddRules({ rules: r }: PlaybookContent, known: Known): PlaybookDoubt[] {
  return [
    ...r.attributes.flatMap((a, i) =>
      a.on && !known.personKeys.has(a.personKey)
        ? [doubt('nobody-has', `rules.attributes.${i}`, { key: a.personKey })]
        : [],
    ),
    ...(r.legalBreak.on && known.longestDayMin > 0 && r.legalBreak.afterMin >= known.longestDayMin
      ? [
          doubt('break-after-day', 'rules.legalBreak', {
            after: r.legalBreak.afterMin,
            longest: known.longestDayMin,
          }),
        ]
      : []),
    ...(r.rest.on && known.shortestNightMin > 0 && r.rest.min > known.shortestNightMin
      ? [doubt('rest-long', 'rules.rest', { rest: r.rest.min, night: known.shortestNightMin })]
      : []),
    ...(r.reach.on &&
    r.reach.firstMin !== null &&
    r.reach.legMin !== null &&
    r.reach.firstMin < r.reach.legMin
      ? [doubt('reach-order', 'rules.reach', { first: r.reach.firstMin, leg: r.reach.legMin })]
      : []),
  ];
}

/** Everything odd about a playbook that can be told without a plan. */
export function doubtsOf(content: PlaybookContent, known: Known): PlaybookDoubt[] {
  return [
    ...contradictions(content),
    ...oddRules(content, known),
    ...idlePrices(content, known),
    ...oddExceptions(content, known),
  ];
}
