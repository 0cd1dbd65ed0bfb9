import type { DoubtCode, DoubtView, Step } from '@/contract/set-up/answers/doubts';
import type { ObjectName } from '@/contract/shared/fields';
import { datesFrom, type PairRule, pairReasons, type Visit } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';
import { DAYS_AHEAD } from '../../shared/plans/plan-ahead';
import type { PlaybookVersion } from '../../shared/playbooks';
import { visitOfId } from '../../shared/problem/links';
import type { Needs } from '../../shared/problem/needs';
import { needsOf } from '../../shared/problem/needs';
import type { World } from '../effect/compare';

/** What doubts are looked for in: the built problem of the next days, and what never came into it. */
export interface Look {
  readonly world: World;
  readonly playbook: PlaybookVersion;
  readonly dates: readonly string[];
  /** Everybody who is active, those without a territory too. */
  readonly people: readonly Stored<'technicians'>[];
  readonly skills: ReadonlyMap<string, Stored<'skills'>>;
  readonly sites: readonly Stored<'sites'>[];
  readonly equipmentKinds: ReadonlyMap<string, string>;
  readonly parts: ReadonlyMap<string, string>;
  readonly offers: readonly Stored<'offers'>[];
  /** Seconds since 1970. */
  readonly now: number;
  /** Visits that nobody who is open to planning could do on any of the days. */
  readonly stuck: readonly Visit[];
  readonly loose: ReadonlySet<string>;
  /** The row of the database that a visit of the core comes from. */
  rowOf(visit: Visit): World['data']['visits'][number] | undefined;
  needs(visit: Visit): Needs | null;
  /** The rules that keep each of some people from a visit on every day of theirs. */
  reasons(visit: Visit): ReadonlyMap<string, readonly PairRule[]>;
}

export interface Found {
  readonly code: DoubtCode;
  readonly step: Step;
  readonly object: ObjectName | null;
  readonly id: string | null;
  readonly title: string;
  readonly facts: DoubtView['facts'];
  /** Visits of the core. */
  readonly visits: readonly Visit[];
}
export type Finder = (look: Look) => Found[];

type Given = Pick<
  Look,
  'world' | 'playbook' | 'people' | 'skills' | 'sites' | 'equipmentKinds' | 'parts' | 'offers' | 'now'
>;

/** Visits that fall out of any hands: asked once, most find somebody at the first try. */
function stuckIn({ who }: World): Visit[] {
  return who.visits.filter((v) => !who.anybody(v));
}

export function createLook(given: Given, firstDate: string): Look {
  const { world } = given;
  const rows = new Map(world.data.visits.map((v) => [v.id, v]));
  const rowOf: Look['rowOf'] = (visit) => rows.get(visitOfId(visit.id)?.visitId ?? '');
  const { index } = world.who;
  const reasonsOf = new Map<string, ReadonlyMap<string, readonly PairRule[]>>();
  return {
    ...given,
    dates: datesFrom(firstDate, DAYS_AHEAD),
    stuck: stuckIn(world),
    loose: new Set(world.verdict.timed.unplanned.map((v) => v.id)),
    rowOf,
    needs: (visit) => {
      const row = rowOf(visit);
      return row ? needsOf(row, world.data) : null;
    },
    reasons: (visit) => {
      const known = reasonsOf.get(visit.id);
      if (known) return known;
      const open = new Set(world.who.people);
      const out = new Map<string, readonly PairRule[]>();
      for (const shift of index.problem.shifts) {
        if (!open.has(shift.personId)) continue;
        const found = pairReasons(index, visit, shift);
        const before = out.get(shift.personId);
        // What is in the way on every day: the rules that all days share.
        out.set(shift.personId, before ? before.filter((r) => found.includes(r)) : found);
      }
      reasonsOf.set(visit.id, out);
      return out;
    },
  };
}

/** Whether something that holds from a day to a day holds on a date. */
export function isOn(
  span: { readonly validFrom: string; readonly validTo: string | null },
  date: string,
): boolean {
  return span.validFrom <= date && (span.validTo === null || span.validTo >= date);
}

/** Groups by a key, in the order in which keys come first. */
export function grouped<T>(list: readonly T[], keyOf: (item: T) => string | null): Map<string, T[]> {
  const out = new Map<string, T[]>();
  for (const item of list) {
    const key = keyOf(item);
    if (key === null) continue;
    const group = out.get(key);
    if (group) group.push(item);
    else out.set(key, [item]);
  }
  return out;
}
