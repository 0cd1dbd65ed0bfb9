import type { DayNeed } from '@/contract/day/day-view';
import { instantOf } from '@/core/index';
import { seenBy } from '../shared/access';
import { partId, visitOfId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import { membershipsOn } from '../shared/problem/memberships';
import type { Unit } from '../shared/unit';
import type { OpenDay } from './open-day';
import { PLAIN, type Told } from './told';

type TimeOff = NonNullable<DayNeed['busy']>;

/** Time off on a date by person, as they or their calendars have it. */
function timeOffOn({ ground }: OpenDay, date: string): ReadonlyMap<string, readonly TimeOff[]> {
  const out = new Map<string, TimeOff[]>();
  for (const { id, zone, exceptions } of ground.kept.loaded.data.technicians)
    for (const e of exceptions)
      if (e.kind === 'off' && e.date === date) {
        const startAt = instantOf(date, e.startMin, zone);
        const endAt = instantOf(date, e.endMin, zone);
        out.set(id, [...(out.get(id) ?? []), { reason: e.reason, startAt, endAt }]);
      }
  return out;
}

/** What of somebody's time off lies in a stretch; null where none does. */
const within = (
  off: readonly TimeOff[] | undefined,
  at: { readonly from: number; readonly until: number },
): TimeOff | null => off?.find((o) => o.startAt < at.until && o.endAt > at.from) ?? null;

/**
 * What does not go with somebody's hours: visits that lie in their time off, with what that is, and visits that the plan has with them
 * on a day that they do not work any more. What is said of a visit by that is not said by a rule again.
 */
export function byHours(unit: Unit, open: OpenDay, date: string, rules: readonly Told[]): Told[] {
  const off = timeOffOn(open, date);
  const busy = [...inTimeOff(unit, open, date, off), ...withoutHours(unit, open, date, off)];
  const said = new Set(busy.map((n) => `${n.visitId} ${n.part}`));
  const isSaid = (n: Told): boolean => n.rule === 'working-hours' && said.has(`${n.visitId} ${n.part}`);
  return [...rules.filter((n) => !isSaid(n)), ...busy];
}

/** Visits that are expected to lie in somebody's time off. */
function inTimeOff(unit: Unit, open: OpenDay, date: string, off: ReturnType<typeof timeOffOn>): Told[] {
  const { kept } = open.ground;
  const seen = seenBy(unit.user);
  if (off.size === 0) return [];
  const rows = new Map(kept.loaded.data.visits.map((v) => [v.id, v]));
  return open.expected.flatMap(({ personId, stops }) =>
    stops.flatMap((s): Told[] => {
      const id = visitOfId(s.visitId);
      const row = id ? rows.get(id.visitId) : undefined;
      if (!id || row?.territoryId == null || !seen.has(row.territoryId)) return [];
      if (s.state !== 'planned' && s.state !== 'accepted') return [];
      const at = { from: s.startSec + kept.built.originSec, until: s.finishSec + kept.built.originSec };
      const busy = within(off.get(personId), at);
      return busy ? [told({ coreId: s.visitId, date, at: at.from, personId, busy })] : [];
    }),
  );
}

/** Who has to do with the territories that are looked at and has no hours on a date: of others their hours are not known here. */
function idleOn({ territoryIds, ground }: OpenDay, date: string): ReadonlySet<string> {
  const { data } = ground.kept.loaded;
  const asked = new Set(territoryIds);
  const working = new Set(
    ground.kept.built.problem.shifts
      .map((s) => personAndDate(s.id))
      .flatMap((s) => (s.date === date ? s.personId : [])),
  );
  const people = data.technicians.filter((t) =>
    membershipsOn(t, date, data.territories).some((m) => asked.has(m.territoryId)),
  );
  const crews = data.crews.filter((c) => asked.has(c.territoryId));
  return new Set([...people, ...crews].map((p) => p.id).filter((id) => !working.has(id)));
}

/** Visits that the plan has with somebody in hours that they do not work any more: no day of theirs has them. */
function withoutHours(
  { user, now }: Unit,
  open: OpenDay,
  date: string,
  off: ReturnType<typeof timeOffOn>,
): Told[] {
  const { kept } = open.ground;
  const { data } = kept.loaded;
  const seen = seenBy(user);
  const rows = new Map(data.visits.map((v) => [v.id, v]));
  const seated = new Set(kept.verdict.timed.routes.flatMap((r) => r.stops.map((s) => s.visit.id)));
  const idle = idleOn(open, date);
  return data.placements.flatMap((p): Told[] => {
    const row = rows.get(p.visitId);
    const coreId = partId(p.visitId, p.part);
    if (p.date !== date || p.personId === null || p.startAt === null || p.startAt < now) return [];
    if (!idle.has(p.personId)) return [];
    if (row?.territoryId == null || !seen.has(row.territoryId)) return [];
    if (seated.has(coreId) || open.visits.has(coreId)) return [];
    const busy = within(off.get(p.personId), { from: p.startAt, until: p.endAt ?? p.startAt + 1 });
    return [told({ coreId, date, at: p.startAt, personId: p.personId, busy })];
  });
}

interface Collision {
  readonly coreId: string;
  readonly date: string;
  readonly at: number;
  readonly personId: string;
  readonly busy: DayNeed['busy'];
}

/** With time off it is that; without any, hours that are gone for another reason. */
function told({ coreId, date, at, personId, busy }: Collision): Told {
  const id = visitOfId(coreId);
  return {
    ...PLAIN,
    key: `${busy ? 'busy' : 'rule working-hours'} ${coreId} ${date}`,
    kind: busy ? 'busy' : 'rule',
    at: Math.round(at),
    personId,
    visitId: id?.visitId ?? null,
    part: id?.part ?? null,
    rule: busy ? null : 'working-hours',
    busy,
  };
}
