import type { Problem, RuleScope, Shift, Visit } from '../model/problem';
import { failedAttribute } from '../rules/attributes';
import type { ProblemIndex } from '../travel/problem-index';
import { CLOSED, createHours, type HoursKept, type MostSec, OPEN, slowestOf } from './pair-hours';
import { PAIR_CHECKS } from './pair-reasons';

/** What can take a person from a visit, in the order in which it is told: rules on the pair, then the hours. */
export const PAIR_STEPS = [
  'territory',
  'skills',
  'persons',
  'tie',
  'attributes',
  'crew',
  'parts',
  'capacity',
  'windows',
  'access',
  'hours',
  'reach',
] as const;
export type PairStep = (typeof PAIR_STEPS)[number];

/** How many pairs of person and visit a step takes away, and for how many it alone is in the way. */
export interface StepCount {
  readonly step: PairStep;
  /** The attribute rule, where the step is one. */
  readonly ruleId?: string | undefined;
  readonly removed: number;
  readonly alone: number;
}

export interface PairCounts {
  readonly people: number;
  readonly visits: number;
  readonly steps: readonly StepCount[];
  /** Pairs that are left. */
  readonly left: number;
  /** Visits left with nobody, and how many people each step, by its place in `steps`, takes from them. */
  readonly nobody: readonly { readonly visitId: string; readonly removed: readonly number[] }[];
}

/** Steps that look at the pair alone; at most 30 with the attribute rules, one bit each. */
const STATIC: readonly PairStep[] = [
  'territory',
  'skills',
  'persons',
  'tie',
  'attributes',
  'crew',
  'parts',
  'capacity',
];

function scopesOf({ rules }: Problem): RuleScope[] {
  const { skills, territory } = rules.scopes ?? {};
  return [skills, territory, ...(rules.attributes ?? []).map((a) => a.scope)].filter((s) => s !== undefined);
}

/** Numbers things so that equal keys get equal numbers. */
function numbered<T>(items: readonly T[], key: (item: T) => unknown): { of: Int32Array; first: T[] } {
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

interface Step {
  readonly step: PairStep;
  readonly ruleId?: string;
  /** Whether it forbids the pair. */
  readonly forbids: (visit: Visit, shift: Shift) => boolean;
  /** Looks at who it is, so that no two people are alike to it. */
  readonly isPersonal: boolean;
}

function stepsOf(index: ProblemIndex): Step[] {
  const { rules } = index.problem;
  return STATIC.flatMap((step): Step[] => {
    if (step === 'attributes')
      return (rules.attributes ?? []).map((rule) => ({
        step,
        ruleId: rule.id,
        forbids: (visit, shift) => failedAttribute(visit, shift, [rule]) !== null,
        isPersonal: false,
      }));
    const check = PAIR_CHECKS[step as keyof typeof PAIR_CHECKS];
    const isPersonal = step === 'persons' || step === 'tie';
    return [{ step, forbids: (visit, shift) => !check(index, visit, shift), isPersonal }];
  });
}

/** Steps that forbid a pair, a bit each, for every visit and shift. */
function masksOf(index: ProblemIndex, steps: readonly Step[]): Int32Array {
  const { visits, shifts } = index.problem;
  const scopes = scopesOf(index.problem).map((s) => ({
    visits: s.visitIds && new Set(s.visitIds),
    persons: s.personIds && new Set(s.personIds),
  }));
  const kinds = numbered(visits, (v) => [
    v.skills,
    v.skillMode,
    v.territoryId,
    v.attributes,
    v.crewOf,
    v.parts,
    v.demand,
    scopes.map((s) => s.visits?.has(v.id)),
  ]);
  const taken = (s: Shift): boolean => !PAIR_CHECKS.crew(index, { ...visits[0]!, crewOf: undefined }, s);
  const shapes = numbered(shifts, (s) => [
    s.skills,
    s.territories,
    s.attributes,
    s.memberIds?.length,
    taken(s),
    s.parts,
    s.partsPlaceId,
    s.capacity,
    scopes.map((x) => x.persons?.has(s.personId)),
  ]);
  const maskBy = (isPersonal: boolean, visit: Visit, shift: Shift): number =>
    steps.reduce(
      (mask, s, i) => (s.isPersonal === isPersonal && s.forbids(visit, shift) ? mask | (1 << i) : mask),
      0,
    );
  const table = kinds.first.map((v) => Int32Array.from(shapes.first, (s) => maskBy(false, v, s)));
  const out = new Int32Array(visits.length * shifts.length);
  for (const [v, visit] of visits.entries()) {
    const row = table[kinds.of[v]!]!;
    const isAsked =
      visit.mustPersonIds.length + visit.neverPersonIds.length > 0 || visit.tie.personId !== undefined;
    for (let s = 0; s < shifts.length; s++) {
      const own = isAsked ? maskBy(true, visit, shifts[s]!) : 0;
      out[v * shifts.length + s] = row[shapes.of[s]!]! | own;
    }
  }
  return out;
}

/**
 * Counts how many pairs of person and visit each rule takes away, in order and alone. A pair is there as long as the
 * person has a day on which they could do the visit if nothing else were planned. `kept` is what an earlier
 * count found out about hours; it is used as far as nothing that they hang on has changed. `mostSec` says quickly what
 * driving between two places takes at most, so that few legs need to be worked out.
 */
export function countPairs(
  index: ProblemIndex,
  kept: HoursKept | null,
  {
    wanted = () => true,
    mostSec = slowestOf(index.problem),
  }: { readonly wanted?: (visit: Visit) => boolean; readonly mostSec?: MostSec } = {},
): { readonly counts: PairCounts; readonly kept: HoursKept } {
  const { visits, shifts } = index.problem;
  const steps = stepsOf(index);
  const all: readonly { step: PairStep; ruleId?: string | undefined }[] = [
    ...steps.map(({ step, ruleId }) => ({ step, ruleId })),
    ...(Object.keys(CLOSED) as PairStep[]).map((step) => ({ step })),
  ];
  const { say, kept: next } = createHours(index, kept, mostSec);
  const byPerson = new Map<string, number[]>();
  for (const [s, { personId }] of shifts.entries())
    byPerson.set(personId, [...(byPerson.get(personId) ?? []), s]);
  const people = [...byPerson.values()];
  const removed = new Int32Array(all.length);
  const alone = new Int32Array(all.length);
  const nobody: { visitId: string; removed: number[] }[] = [];
  const masks = visits.length > 0 ? masksOf(index, steps) : new Int32Array(0);
  let counted = 0;
  let left = 0;
  for (const [v, visit] of visits.entries()) {
    if (!wanted(visit)) continue;
    counted++;
    const own = all.map(() => 0);
    let open = 0;
    for (const days of people) {
      const { furthest, lonely } = judge(days, v, masks, { count: shifts.length, steps: steps.length, say });
      if (furthest < 0) open++;
      else {
        own[furthest]!++;
        removed[furthest]!++;
        for (const step of lonely) alone[step]!++;
      }
    }
    left += open;
    if (open === 0) nobody.push({ visitId: visit.id, removed: own });
  }
  return {
    kept: next,
    counts: {
      people: people.length,
      visits: counted,
      steps: all.map((s, i) => ({ ...s, removed: removed[i]!, alone: alone[i]! })),
      left,
      nobody,
    },
  };
}

/** How far a person gets towards a visit: the step that stops them last, and those that are alone in the way; −1 when none. */
function judge(
  days: readonly number[],
  v: number,
  masks: Int32Array,
  at: { readonly count: number; readonly steps: number; readonly say: (v: number, s: number) => number },
): { furthest: number; lonely: readonly number[] } {
  let furthest = -1;
  const lonely = new Set<number>();
  for (const s of days) {
    const mask = masks[v * at.count + s]!;
    if (mask !== 0) continue;
    const said = at.say(v, s);
    if (said === OPEN) return { furthest: -1, lonely: [] };
    const step = at.steps + said - CLOSED.windows;
    furthest = Math.max(furthest, step);
    lonely.add(step);
  }
  for (const s of days) {
    const mask = masks[v * at.count + s]!;
    if (mask === 0) continue;
    const first = 31 - Math.clz32(mask & -mask);
    furthest = Math.max(furthest, first);
    const isOne = (mask & (mask - 1)) === 0;
    if (isOne && !lonely.has(first) && at.say(v, s) === OPEN) lonely.add(first);
  }
  return { furthest, lonely: [...lonely] };
}
