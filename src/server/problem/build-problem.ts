import { corePrices, coreRules, type PlaybookContent } from '@/contract/playbook';
import type { Extent } from '@/contract/run';
import { datesFrom, daysBetween, instantOf, type Plan, type Problem, type Shift } from '@/core/index';
import type { PlacementRow, PlanDayRow } from '@/db/repositories/plans';
import type { TechnicianRow, VisitRow } from '@/db/repositories/schedule-data';
import { matrixBetween } from '../travel';
import { Places } from './places';
import { shiftsOn } from './shifts';
import { type Binding, toCoreVisit } from './visits';

export interface ScheduleData {
  readonly technicians: readonly TechnicianRow[];
  readonly visits: readonly VisitRow[];
  readonly placements: readonly PlacementRow[];
  readonly planDays: readonly PlanDayRow[];
}

export interface BuildOptions {
  readonly extent: Extent;
  readonly playbook: PlaybookContent;
  /** Zone whose midnight is second 0. */
  readonly zone: string;
  /** What a run may change; `nothing` describes the plan as it stands. */
  readonly mayMove: 'nothing' | 'loose' | 'all';
  readonly name: string;
}

export interface BuiltProblem {
  readonly problem: Problem;
  readonly plan: Plan;
  readonly originSec: number;
  /** Visits of the extent's own territories, the ones a draft decides about. */
  readonly ownVisitIds: readonly string[];
}

/** Makes the core's problem and plan of what is stored. */
export async function buildProblem(data: ScheduleData, options: BuildOptions): Promise<BuiltProblem> {
  const { extent, playbook, mayMove } = options;
  const days = daysBetween(extent.firstDate, extent.lastDate) + 1;
  const originSec = instantOf(extent.firstDate, 0, options.zone);
  const places = new Places();
  const shifts = makeShifts(data, options, { originSec, places });
  const placed = placeVisits(data, shifts, originSec);
  const wanted = new Set(extent.territoryIds);
  // Also those without a shift here: a wish for one of them counts as missed wherever it is read.
  const persons = data.technicians;
  const knownPersons = new Set(persons.map((p) => p.id));
  const elsewhere = new Set(
    data.placements.filter((p) => p.technicianId !== null && !placed.has(p.visitId)).map((p) => p.visitId),
  );
  const horizon = { originSec, firstDate: extent.firstDate, days, access: new Map() };
  const own: string[] = [];
  const visits = data.visits.flatMap((visit) => {
    const at = placed.get(visit.id);
    const isForeign = !wanted.has(visit.territoryId);
    if (elsewhere.has(visit.id) || (isForeign && !at)) return [];
    if (!isForeign) own.push(visit.id);
    const context = { playbook, places, knownPersons, isForeign, horizon };
    const core = toCoreVisit(visit, at ? bindingOf(visit, at, mayMove, isForeign) : null, context);
    // A must-person away from this extent cannot be named in it; nobody in it can do the visit.
    const strangers = core.mustPersonIds.filter((id) => !knownPersons.has(id));
    return [strangers.length > 0 ? { ...core, mustPersonIds: [], windows: [] } : core];
  });
  const problem: Problem = {
    format: 'lime-problem',
    version: 1,
    name: options.name,
    originAt: new Date(originSec * 1000).toISOString(),
    places: places.list,
    travel: await matrixBetween(places.points()),
    persons: persons.map((p) => ({ id: p.id, name: p.name })),
    shifts,
    visits,
    rules: coreRules(playbook),
    prices: corePrices(playbook),
  };
  return { problem, plan: planOf(data, problem, placed, originSec), originSec, ownVisitIds: own };
}

function makeShifts(
  data: ScheduleData,
  options: BuildOptions,
  at: { originSec: number; places: Places },
): Shift[] {
  const { extent, mayMove } = options;
  const wanted = new Set(extent.territoryIds);
  const dates = datesFrom(extent.firstDate, daysBetween(extent.firstDate, extent.lastDate) + 1);
  return data.technicians
    .filter((t) => mayMove === 'nothing' || t.openToPlanning)
    .flatMap((t) =>
      dates.flatMap((date, ix) =>
        shiftsOn(t, { date, ix, originSec: at.originSec }, at.places).filter((s) =>
          s.territories.some((m) => wanted.has(m.territoryId)),
        ),
      ),
    );
}

interface Placed {
  readonly shift: Shift;
  readonly startSec: number;
}

/** Which shift each placement falls on; those on none are planned outside this extent. */
function placeVisits(data: ScheduleData, shifts: readonly Shift[], originSec: number): Map<string, Placed> {
  const byDay = new Map<string, Shift[]>();
  for (const shift of shifts) {
    const key = shift.id.split('#')[0]!;
    byDay.set(key, [...(byDay.get(key) ?? []), shift]);
  }
  const out = new Map<string, Placed>();
  for (const p of data.placements) {
    if (p.technicianId === null || p.startAt === null) continue;
    const startSec = p.startAt - originSec;
    const candidates = byDay.get(`${p.technicianId}@${p.date}`) ?? [];
    const shift = candidates.findLast((s) => s.startSec <= startSec) ?? candidates[0];
    if (shift) out.set(p.visitId, { shift, startSec });
  }
  return out;
}

function bindingOf(
  visit: VisitRow,
  at: Placed,
  mayMove: BuildOptions['mayMove'],
  isForeign: boolean,
): Binding {
  const hold = mayMove === 'loose' || isForeign;
  return {
    personId: at.shift.personId,
    startSec: at.startSec,
    holdTime: hold || visit.tiedTime,
    holdPerson: hold || visit.tiedPerson,
  };
}

/** The stored plan in the core's form, with its stored times taken as they are. */
function planOf(
  data: ScheduleData,
  problem: Problem,
  placed: ReadonlyMap<string, Placed>,
  originSec: number,
): Plan {
  const stops = new Map<string, { visitId: string; startSec: number }[]>();
  for (const visit of problem.visits) {
    const at = placed.get(visit.id);
    if (!at) continue;
    const list = stops.get(at.shift.id) ?? [];
    list.push({ visitId: visit.id, startSec: at.startSec });
    stops.set(at.shift.id, list);
  }
  const routes = problem.shifts.flatMap((shift) => {
    const list = stops.get(shift.id)?.sort((a, b) => a.startSec - b.startSec);
    if (!list) return [];
    const first = list[0]!.startSec;
    const day = data.planDays
      .filter((d) => shift.id.startsWith(`${d.technicianId}@${d.date}`) && d.departAt - originSec <= first)
      .sort((a, b) => b.departAt - a.departAt)[0];
    return [
      {
        shiftId: shift.id,
        departSec: day ? day.departAt - originSec : first,
        breakStartSecs: day?.breakAt == null ? [] : [day.breakAt - originSec],
        stops: list,
        arriveSec: day ? day.arriveAt - originSec : list.at(-1)!.startSec,
      },
    ];
  });
  const unplannedVisitIds = problem.visits.filter((v) => !placed.has(v.id)).map((v) => v.id);
  return { format: 'lime-plan', version: 1, routes, unplannedVisitIds, price: 0 };
}
