import { BROKEN_CODES, type BrokenVisits, type VisitNamed } from '@/contract/shared/named-visits';
import type { Verdict, Violation } from '@/core/index';
import type { VisitRow } from '@/db/repositories/shared/schedule';
import type { BuiltProblem } from '../problem/build-problem';
import { visitOfId } from '../problem/links';
import { personAndDate } from '../problem/make-shifts';
import type { ScheduleData } from '../problem/schedule-data';

/** A plan with what it breaks. */
export interface Replayed {
  readonly data: ScheduleData;
  readonly built: BuiltProblem;
  readonly verdict: Extract<Verdict, { kind: 'judged' }>;
}

export const MOST_NAMED = 200;

export function labelOf(
  row: VisitRow | undefined,
  data: Pick<ScheduleData, 'kinds'>,
  id: string,
): VisitNamed {
  if (!row) return { id, label: id, what: '' };
  const kind = data.kinds.get(row.jobKindId)?.name ?? row.jobKindId;
  return { id, label: `W-${row.number}${row.part > 1 ? `/${row.part}` : ''}`, what: `${kind}, ${row.site}` };
}

/** Names visits by the id that they have in the core. */
export function createNames(data: ScheduleData) {
  const rows = new Map(data.visits.map((v) => [v.id, v]));
  const people = new Map([...data.members, ...data.technicians, ...data.crews].map((p) => [p.id, p.name]));
  return {
    visit: (coreId: string): VisitNamed => {
      const id = visitOfId(coreId)?.visitId ?? coreId.split('~')[0] ?? coreId;
      return labelOf(rows.get(id), data, id);
    },
    person: (id: string): string => people.get(id) ?? id,
  };
}

type Named = ReturnType<typeof createNames>;

const keyOf = (v: Violation): string => `${v.rule} ${v.shiftId ?? ''} ${v.visitId ?? ''}`;

/** Visits that one plan has on somebody's day and the other on nobody's: the day is gone from under them. */
function unseated(than: Replayed, here: Replayed): { visitId: string; shiftId: string }[] {
  const seated = new Set(here.verdict.timed.routes.flatMap((r) => r.stops.map((s) => s.visit.id)));
  return than.verdict.timed.routes.flatMap((r) =>
    r.stops
      .filter((s) => !s.visit.id.includes('~') && !seated.has(s.visit.id))
      .map((s) => ({ visitId: s.visit.id, shiftId: r.shift.id })),
  );
}

/** What one plan breaks that the other does not, one entry a visit and rule. */
export function newlyBroken(than: Replayed, here: Replayed, names: Named): BrokenVisits {
  const known = new Set(than.verdict.violations.map(keyOf));
  const all = here.verdict.violations.filter((v) => !known.has(keyOf(v)));
  const stopsOf = new Map(here.verdict.timed.routes.map((r) => [r.shift.id, r.stops.map((s) => s.visit.id)]));
  const out = new Map<string, BrokenVisits['first'][number]>();
  for (const v of all) {
    // A rule on a whole day is broken by all that is planned on it.
    const ids = v.visitId ? [v.visitId] : v.shiftId ? (stopsOf.get(v.shiftId) ?? []) : [];
    const { personId, date } = v.shiftId ? personAndDate(v.shiftId) : { personId: '', date: '' };
    for (const id of ids.filter((x) => !x.includes('~'))) {
      const named = names.visit(id);
      out.set(named.id, { ...named, rule: v.rule, person: names.person(personId), date });
    }
  }
  for (const lost of unseated(than, here)) {
    const named = names.visit(lost.visitId);
    const { personId, date } = personAndDate(lost.shiftId);
    out.set(named.id, { ...named, rule: 'not-working', person: names.person(personId), date });
  }
  const list = [...out.values()].sort((a, b) => BROKEN_CODES.indexOf(a.rule) - BROKEN_CODES.indexOf(b.rule));
  return { count: list.length, first: list.slice(0, MOST_NAMED) };
}
