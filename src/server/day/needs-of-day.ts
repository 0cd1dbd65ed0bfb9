import type { DayNeed, DayPerson } from '@/contract/day/day-view';
import { needsOf } from '@/core/index';
import { readAsides } from '@/db/repositories/day/asides';
import { seenBy } from '../shared/access';
import { visitOfId } from '../shared/problem/links';
import { personAndDate } from '../shared/problem/make-shifts';
import type { Unit } from '../shared/unit';
import { openLeave } from './leave';
import { byHours } from './needs-of-hours';
import type { OpenDay } from './open-day';
import { PLAIN, type Told } from './told';
import { withoutPeople } from './whole/whole-territory';

/** The most urgent work that there is. */
const EMERGENCY_PRIORITY = 1;
/** Rules on a visit and its person that somebody at a desk can do something about on the day. */
const TOLD_RULES: ReadonlySet<string> = new Set([
  'structure',
  'travel',
  'access',
  'working-hours',
  'skills',
  'crew',
  'together',
  'equipment',
  'parts',
  // Parts that are asked for by a filter, a depot of one's own, a group.
  'attributes',
  'persons',
  'territory',
  'order',
]);

export const lastEnd = (row: { readonly windows: readonly { readonly endAt: number }[] }): number =>
  Math.max(...row.windows.map((w) => w.endAt));

/** What needs somebody by what was reported, in the terms of the core. */
export function rawNeeds(open: OpenDay) {
  const { kept } = open.ground;
  const { originSec } = kept.built;
  const rows = new Map(kept.loaded.data.visits.map((v) => [v.id, v]));
  return needsOf(open.expected, open.facts, {
    silentSec: open.silentSec,
    shiftOf: (id) => kept.index.shiftById.get(id)!,
    promisedUntil: (id) => {
      const row = rows.get(visitOfId(id)?.visitId ?? '');
      return row && row.windows.length > 0 ? lastEnd(row) - originSec : null;
    },
    heardSec: (id) => {
      const own = open.persons.get(kept.index.shiftById.get(id)!.personId);
      return own ? own.heardAt - originSec : null;
    },
  });
}

/** What needs somebody, in the territories that they have, soonest first; what was put aside says why. */
export async function sayNeeds(
  unit: Unit,
  open: OpenDay,
  date: string,
  people: readonly DayPerson[],
): Promise<DayNeed[]> {
  const asides = await readAsides(unit.transaction, date);
  const all = [
    ...nobodyLeft(unit, open, date, byReports(open, date, people)),
    ...byHours(unit, open, date, byRules(open, date, people)),
    ...emergencies(unit, open, date),
    ...unseen(unit, open, date, people),
    ...(await leaveAsked(unit, date)),
  ];
  return all
    .map((n) => ({ ...n, aside: asides.get(n.key) ?? null }))
    .sort((a, b) => a.at - b.at || a.key.localeCompare(b.key));
}

const shownIn = (people: readonly DayPerson[]): ReadonlySet<string> =>
  new Set(people.flatMap((p) => p.stops.map((s) => s.visitId)));

function byReports(open: OpenDay, date: string, people: readonly DayPerson[]): Told[] {
  const { kept } = open.ground;
  const shown = shownIn(people);
  return rawNeeds(open).flatMap((n): Told[] => {
    const { personId } = kept.index.shiftById.get(n.shiftId)!;
    const id = n.visitId === null ? null : visitOfId(n.visitId);
    if (n.visitId !== null && (id === null || !shown.has(id.visitId))) return [];
    return [
      {
        ...PLAIN,
        key: `${n.kind} ${n.visitId ?? personId} ${date}`,
        kind: n.kind,
        at: Math.round(n.atSec + kept.built.originSec),
        personId,
        visitId: id?.visitId ?? null,
        part: id?.part ?? null,
        minutes: Math.round(n.sec / 60),
      },
    ];
  });
}

/** Where everybody of a territory is out, that is one need and not one by person. */
function nobodyLeft({ user, now }: Unit, open: OpenDay, date: string, needs: readonly Told[]): Told[] {
  const seen = seenBy(user);
  const whole: Told[] = [];
  const said = new Set<string>();
  for (const [territoryId, { sinceSec, people }] of withoutPeople(open, date)) {
    const own = needs.filter((n) => n.kind === 'out' && people.includes(n.personId!));
    if (own.length < 2 || !seen.has(territoryId)) continue;
    for (const n of own) said.add(n.key);
    const at = Math.round(sinceSec + open.ground.kept.built.originSec);
    whole.push({
      ...PLAIN,
      key: `nobody ${territoryId} ${date}`,
      kind: 'nobody',
      at,
      territoryId,
      minutes: Math.round((now - at) / 60),
    });
  }
  return [...whole, ...needs.filter((n) => !said.has(n.key))];
}

/** Rules that the plan of the day breaks with what is still to come: a certificate that has ended, a part that nobody has aboard. */
function byRules(open: OpenDay, date: string, people: readonly DayPerson[]): Told[] {
  const { kept } = open.ground;
  const shown = shownIn(people);
  const stopOf = new Map(
    open.expected.flatMap((e) => e.stops.map((s) => [s.visitId, { ...s, shiftId: e.shiftId }])),
  );
  return kept.verdict.violations.flatMap((v): Told[] => {
    const id = v.visitId ? visitOfId(v.visitId) : null;
    const stop = v.visitId ? stopOf.get(v.visitId) : undefined;
    if (!id || !stop || !TOLD_RULES.has(v.rule) || !shown.has(id.visitId)) return [];
    if (stop.state !== 'planned' && stop.state !== 'accepted') return [];
    const { personId } = personAndDate(v.shiftId ?? stop.shiftId);
    return [
      {
        ...PLAIN,
        key: `rule ${v.rule} ${v.visitId} ${date}`,
        kind: 'rule',
        at: Math.round(stop.startSec + kept.built.originSec),
        personId,
        visitId: id.visitId,
        part: id.part,
        rule: v.rule,
      },
    ];
  });
}

function emergencies(unit: Unit, { ground }: OpenDay, date: string): Told[] {
  const { kept } = ground;
  const seen = seenBy(unit.user);
  const loose = new Set(kept.verdict.timed.unplanned.map((v) => visitOfId(v.id)?.visitId));
  return kept.loaded.data.visits.flatMap((v): Told[] =>
    loose.has(v.id) && v.priority === EMERGENCY_PRIORITY && v.territoryId !== null && seen.has(v.territoryId)
      ? [
          {
            ...PLAIN,
            key: `emergency ${v.id} ${date}`,
            kind: 'emergency',
            at: v.dueAt,
            visitId: v.id,
            part: 1,
            minutes: Math.round((unit.now - v.receivedAt) / 60),
          },
        ]
      : [],
  );
}

/** Whoever has a phone, has seen their day, and not what has changed of it since. */
function unseen({ now }: Unit, { persons }: OpenDay, date: string, people: readonly DayPerson[]): Told[] {
  return people
    .filter((p) => p.hasSeen === false && persons.get(p.id)?.offAt == null && now < p.shiftEnd)
    .map((p) => ({
      ...PLAIN,
      key: `unseen ${p.id} ${date}`,
      kind: 'unseen' as const,
      at: now,
      personId: p.id,
    }));
}

async function leaveAsked(unit: Unit, date: string): Promise<Told[]> {
  return (await openLeave(unit)).map((a) => ({
    ...PLAIN,
    key: `leave ${a.id} ${date}`,
    kind: 'leave' as const,
    at: a.startAt,
    personId: a.technicianId,
    leave: { id: a.id, startAt: a.startAt, endAt: a.endAt, reason: a.reason, planned: a.planned },
  }));
}
