import type { Prices, Problem, Shift, Visit } from '../../model/problem';
import { partsToFetch } from '../../model/work-of';
import { sparedLevels } from '../../objectives/levels-to-spare';
import type { Allocate } from '../hot/memory';
import {
  type AskedRules,
  askedRules,
  closeness,
  isCloseEnough,
  isCrewEnough,
  meetsAttributes,
  meetsSkills,
  takenByCrews,
} from './pair-rules';

/** What holds of every visit of one profile on every shift of another. */
interface Match {
  readonly isAllowed: boolean;
  readonly membership: ReturnType<typeof closeness>;
  readonly spared: number;
  readonly needsFetch: boolean;
}

/** Numbers things so that equal keys get equal numbers. */
function profiles<T>(items: readonly T[], key: (item: T) => unknown): { of: Int32Array; first: T[] } {
  const numbers = new Map<string, number>();
  const first: T[] = [];
  const of = Int32Array.from(items, (item) => {
    const text = JSON.stringify(key(item));
    const known = numbers.get(text) ?? first.push(item) - 1;
    numbers.set(text, known);
    return known;
  });
  return { of, first };
}

function match(problem: Problem, asked: AskedRules, visit: Visit, shift: Shift): Match {
  const { rules } = problem;
  const membership = closeness(visit, shift);
  const toFetch = partsToFetch(visit, shift);
  const isAllowed =
    (!asked.territory.of(visit, shift) || isCloseEnough(membership, rules.territory)) &&
    (!rules.skills || !asked.skills.of(visit, shift) || meetsSkills(visit, shift)) &&
    meetsAttributes(visit, shift, rules.attributes, asked.attributes) &&
    isCrewEnough(visit, shift) &&
    (toFetch.length === 0 || shift.partsPlaceId !== undefined);
  return { isAllowed, membership, spared: sparedLevels(visit, shift), needsFetch: toFetch.length > 0 };
}

export interface Pairs {
  /** [v × shifts + s] = 1 where every rule that looks at the pair alone allows it. */
  readonly eligible: Uint8Array;
  readonly needsFetch: Uint8Array | null;
  /** Price of a visit on a shift wherever in the day it is, the first day's waiting included. */
  readonly standing: Float64Array;
}

function isWanted(problem: Problem, asked: AskedRules, visit: Visit, shift: Shift): boolean {
  const { personId } = shift;
  if (visit.tie.personId !== undefined && visit.tie.personId !== personId) return false;
  if (!problem.rules.persons || !asked.persons.of(visit, shift)) return true;
  if (visit.neverPersonIds.includes(personId)) return false;
  return visit.mustPersonIds.length === 0 || visit.mustPersonIds.includes(personId);
}

function pricesOf(prices: Prices, { prices: own = {} }: Visit) {
  return {
    levelToSpare: own.levelToSpare ?? prices.levelToSpare ?? 0,
    favouredMissed: own.favouredMissed ?? prices.favouredMissed,
    avoidedUsed: own.avoidedUsed ?? prices.avoidedUsed ?? 0,
    loanVisit: own.loanVisit ?? prices.loanVisit ?? 0,
    coverVisit: own.coverVisit ?? prices.coverVisit,
    dayWaited: own.dayWaited ?? prices.dayWaited,
    changed: own.changed ?? prices.changed ?? 0,
  };
}

/** Judges and prices every pair of visit and shift; `isLead` tells the parts that carry what is priced once. */
export function preparePairs(
  problem: Problem,
  visits: readonly Visit[],
  isLead: (v: number) => boolean,
  allocate: Allocate,
  payOf: (v: number, s: number) => number,
): Pairs {
  const { shifts, prices } = problem;
  const count = shifts.length;
  const eligible = new Uint8Array(visits.length * count);
  const standing = allocate.float64(visits.length * count);
  const fetches = visits.some((v) => v.parts) ? new Uint8Array(visits.length * count) : null;
  const isBlocked = takenByCrews(shifts);
  const asked = askedRules(problem.rules);
  const kinds = profiles(visits, (v) => [
    v.skills,
    v.skillMode,
    v.territoryId,
    v.attributes,
    v.crewOf,
    v.parts,
    asked.visitKeys(v),
  ]);
  const shapes = profiles(shifts, (s) => [
    s.skills,
    s.territories,
    s.attributes,
    s.memberIds?.length,
    s.parts,
    s.partsPlaceId,
    asked.shiftKeys(s),
  ]);
  const matches = kinds.first.map((v) => shapes.first.map((s) => match(problem, asked, v, s)));
  const hasPay = shifts.some((s) => s.payPerSec);
  for (const [v, visit] of visits.entries()) {
    const own = pricesOf(prices, visit);
    const row = matches[kinds.of[v]!]!;
    const { favouredPersonIds: favoured, avoidPersonIds: avoided = [], base } = visit;
    const lead = isLead(v);
    for (let s = 0; s < count; s++) {
      const found = row[shapes.of[s]!]!;
      if (!found.isAllowed || isBlocked[s]) continue;
      const shift = shifts[s]!;
      if (!isWanted(problem, asked, visit, shift)) continue;
      const cell = v * count + s;
      eligible[cell] = 1;
      if (found.needsFetch && fetches) fetches[cell] = 1;
      let price = found.spared * own.levelToSpare;
      if (favoured.length > 0 && !favoured.includes(shift.personId)) price += own.favouredMissed;
      if (avoided.length > 0 && avoided.includes(shift.personId)) price += own.avoidedUsed;
      if (found.membership === 'loan') price += own.loanVisit;
      else if (found.membership !== 'home') price += own.coverVisit;
      if (lead) price += Math.max(0, shift.dayIx - visit.releaseDayIx) * own.dayWaited;
      if (base && (base.personId !== shift.personId || base.dayIx !== shift.dayIx)) price += own.changed;
      if (hasPay) price += payOf(v, s);
      standing[cell] = price;
    }
  }
  return { eligible, needsFetch: fetches, standing };
}
