import { corePrices, type PlaybookContent } from '@/contract/playbooks/playbook';
import type { Extent } from '@/contract/runs/run';
import {
  cutIntoDayParts,
  datesFrom,
  daysBetween,
  instantOf,
  type Plan,
  type Problem,
  type Shift,
  type TravelMatrix,
  type Visit,
} from '@/core/index';
import type { PlacementRow } from '@/db/repositories/plan/plans';
import type { VisitRow } from '@/db/repositories/shared/schedule';
import type { TravelDays } from '../travel/matrices';
import { createEquipmentKinds, equipmentUnits } from './equipment';
import { createAccess } from './hours';
import { weekLimits } from './limits';
import { type Outside, partId, settleLinks, visitOfId, withLinks } from './links';
import { makeShifts, shiftsByDay } from './make-shifts';
import { type Needs, needsOf } from './needs';
import { Places } from './places';
import { filteredPeople } from './playbook/people';
import { scopedRules } from './playbook/scopes';
import { shiftUnderRules, weekRuleOf, withLeastPrices } from './playbook/shift-rules';
import { type RuledWork, underRules } from './playbook/work-rules';
import type { ScheduleData } from './schedule-data';
import { planOf, type Seat } from './stored/plan-of';
import { type Binding, blockedTime, type Horizon, toCoreVisit, type VisitContext } from './visits';

export interface BuildOptions {
  readonly extent: Extent;
  readonly playbook: PlaybookContent;
  /** Zone whose midnight is second 0. */
  readonly zone: string;
  /** What a run may change; `nothing` describes the plan as it stands. */
  readonly mayMove: 'nothing' | 'loose' | 'all';
  readonly name: string;
  /** What begins before this instant (seconds since 1970) stays, and nothing else begins before it; null where a plan is only described. */
  readonly notBefore: number | null;
  /** Today where the work is; where somebody was last seen counts on that day only. */
  readonly today: string | null;
  readonly travel: (points: Places, days: TravelDays) => TravelMatrix;
  /** Only these people's days, and only this work; all else stays as it is. */
  readonly only?: Only | undefined;
  /** Visits that stay just where they are, whatever the rules say: their people are busy then, or it is as if they were not there. */
  readonly asTheyStand?: ReadonlyMap<string, 'busy' | 'unseen'> | undefined;
}

export interface Only {
  /** Null is everybody. */
  readonly personIds: ReadonlySet<string> | null;
  readonly takesIn: (visitId: string, work: RuledWork['facts']) => boolean;
}

export interface BuiltProblem {
  readonly problem: Problem;
  readonly plan: Plan;
  readonly originSec: number;
  readonly days: TravelDays;
  /** Visits of the extent's own territories that are in the problem, the ones a draft decides about. */
  readonly ownVisitIds: readonly string[];
  /** Seats of those visits that stay where they are, outside of the extent. */
  readonly staying: readonly PlacementRow[];
}

/** Longest time between two parts of a long job: over a weekend and a holiday. */
const MOST_BETWEEN_PARTS_SEC = 5 * 86_400;
/** Parts of a long job lie on different days. */
const BETWEEN_PARTS_SEC = 6 * 3600;

/** Finds days by their midnights, worked out once a zone: asking the calendar for each visit takes far longer. */
function createDayIx(dates: readonly string[]): Horizon['dayIxOf'] {
  const midnights = new Map<string, readonly number[]>();
  return (instantSec, zone) => {
    const known = midnights.get(zone) ?? dates.map((date) => instantOf(date, 0, zone));
    midnights.set(zone, known);
    return Math.max(
      0,
      known.findLastIndex((at) => at <= instantSec),
    );
  };
}

/** The days of some people; whoever of them goes out with a crew of others is not there. */
function onlyOf(shifts: readonly Shift[], personIds: ReadonlySet<string> | null): readonly Shift[] {
  if (!personIds) return shifts;
  const own = shifts.filter((s) => personIds.has(s.personId));
  const crews = shifts.filter((s) => s.memberIds && !personIds.has(s.personId));
  const isTaken = (s: Shift): boolean =>
    crews.some((c) => c.memberIds?.includes(s.personId) && c.startSec < s.endSec && s.startSec < c.endSec);
  return own.filter((s) => !isTaken(s));
}

/** Makes the core's problem and plan of what is stored. */
export function buildProblem(data: ScheduleData, options: BuildOptions): BuiltProblem {
  return new Builder(data, options).build();
}

class Builder {
  private readonly dates: readonly string[];
  private readonly horizon: Horizon;
  private readonly places = new Places();
  private readonly shifts: readonly Shift[];
  private readonly shiftOf: (personId: string, date: string, startSec: number) => Shift | undefined;
  private readonly knownPersons: ReadonlySet<string>;
  private readonly needs: ReadonlyMap<string, Needs>;
  /** The extent's own work, as the rules of the playbook leave it. */
  private readonly ruled: ReadonlyMap<string, RuledWork>;
  private readonly people: ReturnType<typeof filteredPeople>;
  private readonly placed = new Map<string, PlacementRow[]>();
  private readonly wanted: ReadonlySet<string>;
  private readonly visits: Visit[] = [];
  private readonly seats: Seat[] = [];
  private readonly own: string[] = [];
  private readonly staying: PlacementRow[] = [];
  private readonly outside = new Map<string, Outside>();

  constructor(
    private readonly data: ScheduleData,
    private readonly options: BuildOptions,
  ) {
    const { firstDate, lastDate, territoryIds } = options.extent;
    const days = daysBetween(firstDate, lastDate) + 1;
    this.dates = datesFrom(firstDate, days);
    this.horizon = {
      originSec: instantOf(firstDate, 0, options.zone),
      dayIxOf: createDayIx(this.dates),
      endSec: (days + 2) * 86_400,
    };
    this.wanted = new Set(territoryIds);
    for (const p of data.placements) {
      if (p.personId !== null) this.placed.set(p.visitId, [...(this.placed.get(p.visitId) ?? []), p]);
    }
    this.people = filteredPeople(data, this.dates);
    const shifts = makeShifts(data, {
      dates: this.dates,
      originSec: this.horizon.originSec,
      territoryIds: this.wanted,
      onlyOpen: options.mayMove !== 'nothing',
      today: options.today,
      places: this.places,
    });
    this.shifts = onlyOf(shifts, options.only?.personIds ?? null).map((s) => {
      const person = this.people.get(s.personId);
      return person ? shiftUnderRules(s, person, options.playbook) : s;
    });
    this.shiftOf = shiftsByDay(this.shifts);
    const loaded = new Set(data.visits.map((v) => v.id));
    for (const p of data.placements) if (!loaded.has(p.visitId)) this.noteOutside(p.visitId, p);
    this.needs = new Map(data.visits.map((v) => [v.id, needsOf(v, data)]));
    const latestAt = this.horizon.originSec + this.horizon.endSec;
    this.ruled = new Map(
      data.visits
        .filter((v) => v.territoryId !== null && this.wanted.has(v.territoryId))
        .map((v) => [v.id, underRules(v, this.needs.get(v.id)!, options.playbook.rules, latestAt)]),
    );
    // Also those without a shift here: a wish for one of them counts as missed wherever it is read.
    this.knownPersons = new Set([...data.technicians, ...data.crews, ...data.members].map((p) => p.id));
  }

  build(): BuiltProblem {
    const { options } = this;
    const { playbook, name, extent } = options;
    const { originSec } = this.horizon;
    const accessOf = createAccess(this.data, datesFrom(extent.firstDate, this.dates.length + 2));
    const equipmentKind = createEquipmentKinds(this.data.equipment);
    for (const visit of this.data.visits) {
      const ruled = this.ruled.get(visit.id);
      const isOut = ruled && options.only?.takesIn(visit.id, ruled.facts) === false;
      // Left out and on nobody's day: it stays as loose as it is, and nothing is decided about it.
      if (isOut && !this.placed.has(visit.id)) continue;
      if (!ruled || isOut) this.block(visit, this.needs.get(visit.id)!, this.placed.get(visit.id) ?? []);
      else {
        const context: VisitContext = {
          playbook,
          horizon: this.horizon,
          places: this.places,
          knownPersons: this.knownPersons,
          access: ruled.hasAccess ? accessOf(visit, ruled.needs) : null,
          lateSec: ruled.lateSec,
          notBefore: this.options.mayMove === 'nothing' ? null : this.options.notBefore,
          equipmentKind,
        };
        this.addOwn(ruled.row, ruled.needs, context);
      }
    }
    const present = new Set(this.visits.map((v) => v.id));
    const visits = this.visits.map((v) => settleLinks(v, present, this.outside, this.knownPersons));
    const days: TravelDays = { dates: this.dates, originSec };
    const asked = [...new Set(visits.flatMap((v) => v.equipment ?? []))];
    const limits = weekLimits(this.data.technicians, this.shifts, this.data.planDays, {
      dates: this.dates,
      ruleOf: (id) => weekRuleOf(this.people.get(id)!, playbook.rules),
    });
    const equipment = equipmentUnits(this.data.equipment, asked, this.takenElsewhere(), this.horizon);
    const problem: Problem = {
      format: 'lime-problem',
      version: 1,
      name,
      originAt: new Date(originSec * 1000).toISOString(),
      places: this.places.list,
      travel: this.options.travel(this.places, days),
      persons: [...this.knownPersons].map((id) => ({ id, name: this.nameOf(id) })),
      shifts: this.shifts,
      visits,
      ...(equipment.length > 0 ? { equipment } : {}),
      ...(limits.length > 0 ? { limits } : {}),
      rules: scopedRules(playbook, {
        people: this.people,
        work: new Map(visits.flatMap((v) => this.factsOf(v.id))),
      }),
      prices: withLeastPrices(corePrices(playbook), playbook),
    };
    return {
      problem,
      plan: planOf(problem, this.seats, this.data.planDays, originSec),
      originSec,
      days,
      ownVisitIds: this.own,
      staying: this.staying,
    };
  }

  private factsOf(coreId: string): [string, RuledWork['facts']][] {
    const ruled = this.ruled.get(visitOfId(coreId)?.visitId ?? '');
    return ruled ? [[coreId, ruled.facts]] : [];
  }

  private readonly names = new Map<string, string>();
  private nameOf(id: string): string {
    if (this.names.size === 0) {
      for (const p of [...this.data.technicians, ...this.data.crews, ...this.data.members]) {
        this.names.set(p.id, p.name);
      }
    }
    return this.names.get(id) ?? id;
  }

  /** The shift that a seat falls on; undefined when it is planned outside of this extent. */
  private shiftFor(seat: PlacementRow): Shift | undefined {
    if (seat.personId === null || seat.startAt === null || seat.date === null) return undefined;
    return this.shiftOf(seat.personId, seat.date, seat.startAt - this.horizon.originSec);
  }

  private put(visitId: string, seat: PlacementRow, shift: Shift): void {
    this.seats.push({
      visitId,
      shiftId: shift.id,
      startSec: seat.startAt! - this.horizon.originSec,
      equipmentIds: seat.equipmentIds,
    });
  }

  /** Seats that stay as they are: each blocks the time of its person. */
  private block(visit: VisitRow, needs: Needs, seats: readonly PlacementRow[]): void {
    for (const seat of seats) {
      const shift = this.shiftFor(seat);
      if (!shift || seat.personId === null) continue;
      const id = `${visit.id}~${seat.part}.${seat.seat}`;
      const startSec = seat.startAt! - this.horizon.originSec;
      const endSec = seat.endAt! - this.horizon.originSec;
      const at = { places: this.places, needs };
      this.visits.push(blockedTime(id, visit, { personId: seat.personId, startSec, endSec }, at));
      this.put(id, { ...seat, equipmentIds: [] }, shift);
    }
  }

  /** Whether a seat lies within the hours of its shift: time outside of them nobody else could have. */
  private isWithin(seat: PlacementRow): boolean {
    const shift = this.shiftFor(seat);
    if (!shift) return false;
    const from = seat.startAt! - this.horizon.originSec;
    const to = seat.endAt! - this.horizon.originSec;
    return from >= shift.startSec && to <= shift.endSec + shift.overtimeLimitSec;
  }

  private partsOf(visitId: string): number {
    const visit = this.visitById(visitId);
    const needs = this.needs.get(visitId);
    if (!visit || !needs || needs.mostDayMin === null || needs.people > 1) return 1;
    return Math.max(1, Math.ceil(visit.durationMin / needs.mostDayMin));
  }

  private readonly byId = new Map<string, VisitRow>();
  private visitById(id: string): VisitRow | undefined {
    if (this.byId.size === 0) for (const v of this.data.visits) this.byId.set(v.id, v);
    return this.byId.get(id);
  }

  private addOwn(visit: VisitRow, needs: Needs, context: VisitContext): void {
    const seats = this.placed.get(visit.id) ?? [];
    const parts = this.partsOf(visit.id);
    const here = seats.filter((s) => this.shiftFor(s));
    const away = seats.filter((s) => !this.shiftFor(s));
    for (const s of away) this.noteOutside(visit.id, s);
    if (parts === 1 && away.length > 0) {
      // Some of its people are outside of this extent: those inside keep their time free for it.
      this.block(visit, needs, here);
      return;
    }
    const stands = this.options.asTheyStand?.get(visit.id);
    if (stands) {
      const inHours = here.filter((s) => this.isWithin(s));
      if (stands === 'busy') this.block(visit, needs, inHours);
      return;
    }
    const awayParts = new Set(away.map((s) => s.part));
    if (awayParts.size >= parts) return;
    this.own.push(visit.id);
    this.staying.push(...away);
    const whole = withLinks(
      toCoreVisit(visit, needs, parts === 1 ? this.bindingOf(visit, here) : null, context),
      visit,
      (id) => this.partsOf(id),
    );
    if (parts === 1) {
      this.visits.push(whole);
      for (const seat of here) this.put(whole.id, seat, this.shiftFor(seat)!);
      return;
    }
    const cut = cutIntoDayParts(whole, {
      mostSec: (needs.mostDayMin ?? 1440) * 60,
      gapSec: BETWEEN_PARTS_SEC,
      maxGapSec: MOST_BETWEEN_PARTS_SEC,
      horizonEndSec: this.horizon.endSec,
    });
    for (const [i, part] of cut.entries()) {
      if (awayParts.has(i + 1)) continue;
      this.addPart(visit, needs, { part, number: i + 1, context }, here);
    }
  }

  /** A part of a long job, bound where it is as a whole visit would be. */
  private addPart(
    visit: VisitRow,
    needs: Needs,
    { part, number, context }: { part: Visit; number: number; context: VisitContext },
    here: readonly PlacementRow[],
  ): void {
    const seat = here.find((s) => s.part === number);
    const binding = seat ? this.bindingOf(visit, [seat]) : null;
    const bound = toCoreVisit(visit, needs, binding, context);
    const { base: _base, ...rest } = part;
    this.visits.push({
      ...rest,
      tie: number === 1 ? bound.tie : { ...bound.tie, ...(binding?.holdTime ? {} : { startSec: undefined }) },
      held: bound.held,
      ...(bound.access ? { access: bound.access } : {}),
      ...(bound.base ? { base: bound.base } : {}),
    });
    if (seat) this.put(part.id, seat, this.shiftFor(seat)!);
  }

  private noteOutside(visitId: string, { part, personId, endAt }: PlacementRow): void {
    if (personId === null || endAt === null) return;
    this.outside.set(partId(visitId, part), { personId, endSec: endAt - this.horizon.originSec });
  }

  private bindingOf(visit: VisitRow, seats: readonly PlacementRow[]): Binding | null {
    const [first] = seats;
    if (!first || first.startAt === null) return null;
    const { mayMove, notBefore } = this.options;
    const hold =
      mayMove === 'loose' || (mayMove === 'all' && notBefore !== null && first.startAt < notBefore);
    return {
      personIds: seats.flatMap((s) => s.personId ?? []),
      startSec: first.startAt - this.horizon.originSec,
      dayIx: this.shiftFor(first)!.dayIx,
      holdTime: hold || visit.tiedStartAt !== null,
      holdPerson: hold || visit.tiedPersonId !== null,
    };
  }

  /** Placements that have units and are not in the problem as they are: their units are not free then. */
  private takenElsewhere(): PlacementRow[] {
    const inside = new Set(this.seats.filter((s) => !s.visitId.includes('~')).map((s) => s.visitId));
    return this.data.placements.filter(
      (p) => p.equipmentIds.length > 0 && !inside.has(partId(p.visitId, p.part)),
    );
  }
}
