import { looseEndPrice, type PlaybookContent } from '@/contract/playbook';
import {
  datesFrom,
  daysBetween,
  type Interval,
  localDateOf,
  type Visit,
  type VisitWindow,
  workingIntervals,
} from '@/core/index';
import type { VisitRow } from '@/db/repositories/schedule-data';
import type { Places } from './places';

export interface Horizon {
  readonly originSec: number;
  readonly firstDate: string;
  readonly days: number;
  /** Access hours already worked out, by pattern and zone. */
  readonly access: Map<string, Interval[]>;
}

/** Hours in which the site lets somebody in over the horizon, or null when always. */
function accessHours(visit: VisitRow, horizon: Horizon): Interval[] | null {
  if (!visit.access) return null;
  const pattern = visit.access;
  // Sites share a handful of patterns, so their hours are worked out once a problem.
  const key = `${visit.zone} ${JSON.stringify(pattern)}`;
  const known = horizon.access.get(key);
  if (known) return known;
  const hours = datesFrom(horizon.firstDate, horizon.days).flatMap((date) =>
    workingIntervals(pattern, [], date, visit.zone),
  );
  horizon.access.set(key, hours);
  return hours;
}

/**
 * Windows as the core knows them. A promised window may be missed by the playbook's limit; due
 * dates and access hours never, and the work must be done before the site closes.
 */
export function windowsOf(visit: VisitRow, lateLimitSec: number, horizon: Horizon): VisitWindow[] {
  const promised = visit.windows.length > 0;
  const offered = promised ? visit.windows : [{ startAt: visit.earliestAt, endAt: visit.dueAt }];
  const access = accessHours(visit, horizon) ?? [
    { startSec: visit.earliestAt, endSec: Number.POSITIVE_INFINITY },
  ];
  const out: VisitWindow[] = [];
  for (const window of offered) {
    for (const open of access) {
      const lastStart = Math.min(visit.dueAt, open.endSec - visit.durationMin * 60);
      const startSec = Math.max(window.startAt, open.startSec, visit.earliestAt);
      const endSec = Math.min(window.endAt, lastStart);
      const latestSec = Math.min(window.endAt + (promised ? lateLimitSec : 0), lastStart);
      if (endSec < startSec) continue;
      out.push({
        startSec: startSec - horizon.originSec,
        endSec: endSec - horizon.originSec,
        latestSec: latestSec - horizon.originSec,
      });
    }
  }
  return out;
}

/** Where a visit is in the plan, as far as it binds it. */
export interface Binding {
  readonly personId: string;
  readonly startSec: number;
  readonly holdTime: boolean;
  readonly holdPerson: boolean;
}

export interface VisitContext {
  readonly playbook: PlaybookContent;
  readonly horizon: Horizon;
  readonly places: Places;
  readonly knownPersons: ReadonlySet<string>;
  /** A visit of another territory that only blocks time: no rule of this run applies to it. */
  readonly isForeign: boolean;
}

export function toCoreVisit(visit: VisitRow, binding: Binding | null, context: VisitContext): Visit {
  const { playbook, horizon, places, isForeign } = context;
  const wished = (wish: string): string[] =>
    visit.wishes
      .filter((w) => w.wish === wish && context.knownPersons.has(w.technicianId))
      .map((w) => w.technicianId);
  const releaseDay = daysBetween(horizon.firstDate, localDateOf(visit.earliestAt, visit.zone));
  return {
    id: visit.id,
    placeId: places.idOf({ lat: visit.lat, lon: visit.lon }),
    durationSec: visit.durationMin * 60,
    windows: windowsOf(visit, playbook.rules.lateLimitMin * 60, horizon),
    demand: 0,
    priority: visit.priority,
    unplannedPrice: looseEndPrice(playbook, visit.priority),
    releaseDayIx: Math.max(0, releaseDay),
    skills: isForeign ? [] : visit.skills.map((s) => ({ skillId: s.skillId, level: s.level })),
    skillMode: 'all',
    territoryId: isForeign ? null : visit.territoryId,
    mustPersonIds: mustOf(visit, wished('must')),
    neverPersonIds: wished('never'),
    favouredPersonIds: wished('favoured'),
    tie: {
      ...(binding?.holdPerson ? { personId: binding.personId } : {}),
      ...(binding?.holdTime ? { startSec: binding.startSec } : {}),
    },
    held: binding !== null && (binding.holdPerson || binding.holdTime),
  };
}

/** A must-person who is not in the extent still binds: nobody else may do it. */
function mustOf(visit: VisitRow, known: string[]): string[] {
  const all = visit.wishes.filter((w) => w.wish === 'must').map((w) => w.technicianId);
  return known.length === 0 && all.length > 0 ? all : known;
}
