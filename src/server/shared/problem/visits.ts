import {
  GROUP_KEY,
  PARTS_KEY,
  type PlaybookContent,
  PREMISES_KEY,
  visitPricesOf,
} from '@/contract/playbooks/playbook';
import { type Attributes, type Interval, intersect, type Visit, type VisitWindow } from '@/core/index';
import type { VisitRow } from '@/db/repositories/shared/schedule';
import type { Needs } from './needs';
import type { Places } from './places';

export interface Horizon {
  readonly originSec: number;
  /** The day of the extent, from 0, that an instant falls on by a zone's clock; 0 for all before. */
  readonly dayIxOf: (instantSec: number, zone: string) => number;
  /** Until when anything can be planned, seconds from the origin. */
  readonly endSec: number;
}

/**
 * Windows as the core knows them. A promised window may be missed by the playbook's limit, a due time and
 * the earliest time, the lead from when the work came in included, never.
 */
export function windowsOf(
  visit: VisitRow,
  needs: Needs,
  lateLimitSec: number,
  { originSec }: Horizon,
): VisitWindow[] {
  const isPromised = visit.windows.length > 0;
  const offered = isPromised ? visit.windows : [{ startAt: visit.earliestAt, endAt: visit.dueAt }];
  const onFinish = needs.windowOn === 'finish';
  const lowest =
    Math.max(visit.earliestAt, visit.receivedAt + needs.leadTimeMin * 60) +
    (onFinish ? visit.durationMin * 60 : 0);
  return offered.flatMap((window): VisitWindow[] => {
    const startAt = Math.max(window.startAt, lowest);
    const endAt = Math.min(window.endAt, visit.dueAt);
    const latestAt = Math.min(window.endAt + (isPromised ? lateLimitSec : 0), visit.dueAt);
    if (endAt < startAt) return [];
    return [
      {
        startSec: startAt - originSec,
        endSec: endAt - originSec,
        latestSec: latestAt - originSec,
        ...(onFinish ? { on: 'finish' as const } : {}),
      },
    ];
  });
}

/** Where a visit is in the plan, as far as it binds it. */
export interface Binding {
  readonly personIds: readonly string[];
  readonly startSec: number;
  readonly dayIx: number;
  readonly holdTime: boolean;
  readonly holdPerson: boolean;
}

export interface VisitContext {
  readonly playbook: PlaybookContent;
  readonly horizon: Horizon;
  readonly places: Places;
  readonly knownPersons: ReadonlySet<string>;
  /** Hours in which it may be done, absolute seconds; null is always. */
  readonly access: readonly Interval[] | null;
  /** How late a promised window may be missed at all. */
  readonly lateSec: number;
  /** Nothing that is not held begins before this, absolute; null where a plan is only described. */
  readonly notBefore: number | null;
  /** Units that stay at a place of ours have a kind of their own. */
  readonly equipmentKind: (kindId: string, premisesId: string | null) => string;
}

function accessOf(context: VisitContext, isHeld: boolean): Interval[] | undefined {
  const { access, notBefore, horizon } = context;
  const from = (sec: number): number => sec - horizon.originSec;
  const hours = access?.map((a) => ({ startSec: from(a.startSec), endSec: from(a.endSec) }));
  if (notBefore === null || isHeld) return hours;
  const ahead = { startSec: from(notBefore), endSec: horizon.endSec };
  if (ahead.endSec <= ahead.startSec) return [];
  return hours ? intersect(hours, [ahead]) : [ahead];
}

function attributesOf(needs: Needs): Attributes | undefined {
  const all: Attributes = {
    ...needs.attributes,
    ...(needs.groupId === null ? {} : { [GROUP_KEY]: [needs.groupId] }),
    ...(needs.premises === null ? {} : { [PREMISES_KEY]: needs.premises.id }),
    ...(needs.partIds.length > 0 ? { [PARTS_KEY]: needs.partIds } : {}),
  };
  return Object.keys(all).length > 0 ? all : undefined;
}

function tieOf(visit: VisitRow, binding: Binding | null, originSec: number): Visit['tie'] {
  const single = binding?.personIds.length === 1 ? binding.personIds[0] : undefined;
  const personId = binding?.holdPerson ? single : (visit.tiedPersonId ?? undefined);
  const tiedSec = visit.tiedStartAt === null ? undefined : visit.tiedStartAt - originSec;
  const startSec = binding?.holdTime ? binding.startSec : tiedSec;
  return {
    ...(personId === undefined ? {} : { personId }),
    ...(startSec === undefined ? {} : { startSec }),
  };
}

/** Must-persons; those of a visit for several people that keeps its persons are exactly these. */
function mustOf(visit: VisitRow, binding: Binding | null): string[] {
  if (binding?.holdPerson && binding.personIds.length > 1) return [...binding.personIds];
  return visit.wishes.filter((w) => w.wish === 'must').map((w) => w.technicianId);
}

/** What of a visit's needs shapes the day around it. */
function shapeOf(needs: Needs): Pick<Visit, 'bufferBeforeSec' | 'bufferAfterSec' | 'parts'> {
  return {
    ...(needs.bufferBeforeMin > 0 ? { bufferBeforeSec: needs.bufferBeforeMin * 60 } : {}),
    ...(needs.bufferAfterMin > 0 ? { bufferAfterSec: needs.bufferAfterMin * 60 } : {}),
    ...(needs.partIds.length > 0 ? { parts: needs.partIds } : {}),
  };
}

/** A visit of the extent's own work for the core, before it is cut and linked. */
export function toCoreVisit(
  visit: VisitRow,
  needs: Needs,
  binding: Binding | null,
  context: VisitContext,
): Visit {
  const { playbook, horizon, places, knownPersons } = context;
  const wished = (wish: string): string[] =>
    visit.wishes
      .filter((w) => w.wish === wish && knownPersons.has(w.technicianId))
      .map((w) => w.technicianId);
  const must = mustOf(visit, binding);
  const tie = tieOf(visit, binding, horizon.originSec);
  const held = binding !== null && (binding.holdPerson || binding.holdTime);
  // Whom it asks for is away from this extent: nobody in it can do it.
  const isOut =
    must.some((id) => !knownPersons.has(id)) ||
    (tie.personId !== undefined && !knownPersons.has(tie.personId)) ||
    // Nobody can go where nobody knows the way to.
    (needs.premises === null && !visit.isLocated);
  const { prices, looseEnd } = visitPricesOf(
    playbook,
    {
      priority: visit.priority,
      jobKindId: visit.jobKindId,
      territoryId: visit.territoryId,
      attributes: needs.attributes,
    },
    needs.prices,
  );
  const avoid = wished('avoid');
  const attributes = attributesOf(needs);
  const access = accessOf(context, held);
  const equipment = needs.equipmentKindIds.map((k) => context.equipmentKind(k, needs.premises?.id ?? null));
  const single = binding?.personIds.length === 1 ? binding.personIds[0] : undefined;
  return {
    id: visit.id,
    placeId: places.idOf(needs.premises ?? visit),
    durationSec: visit.durationMin * 60,
    windows: isOut ? [] : windowsOf(visit, needs, context.lateSec, horizon),
    demand: needs.load,
    priority: visit.priority,
    unplannedPrice: looseEnd,
    releaseDayIx: horizon.dayIxOf(visit.earliestAt, visit.zone),
    skills: needs.skills.map((s) => ({ skillId: s.skillId, level: s.level })),
    skillMode: needs.skillMode,
    // At our own premises those belong who belong there, wherever they are at home.
    territoryId: needs.premises ? null : visit.territoryId,
    mustPersonIds: isOut ? [] : must,
    neverPersonIds: wished('never'),
    favouredPersonIds: wished('favoured'),
    tie: isOut ? {} : tie,
    held,
    kind: visit.jobKindId,
    ...(attributes ? { attributes } : {}),
    ...shapeOf(needs),
    ...(access ? { access } : {}),
    ...(avoid.length > 0 ? { avoidPersonIds: avoid } : {}),
    ...(needs.people > 1 ? { people: needs.people } : {}),
    ...(needs.crewOf === null ? {} : { crewOf: needs.crewOf }),
    ...(equipment.length > 0 ? { equipment } : {}),
    ...(binding && single !== undefined
      ? { base: { personId: single, dayIx: binding.dayIx, startSec: binding.startSec } }
      : {}),
    ...(prices ? { prices } : {}),
  };
}

/**
 * Time of somebody that work elsewhere takes: it stays where it is and no rule is asked of it. What shapes the day
 * around it, buffers and parts to fetch, stays as well.
 */
export function blockedTime(
  id: string,
  visit: VisitRow,
  seat: { readonly personId: string; readonly startSec: number; readonly endSec: number },
  at: { readonly places: Places; readonly needs: Needs },
): Visit {
  return {
    id,
    placeId: at.places.idOf(at.needs.premises ?? visit),
    durationSec: seat.endSec - seat.startSec,
    windows: [{ startSec: seat.startSec, endSec: seat.startSec, latestSec: seat.startSec }],
    demand: 0,
    priority: visit.priority,
    unplannedPrice: 0,
    releaseDayIx: 0,
    skills: [],
    skillMode: 'all',
    territoryId: null,
    mustPersonIds: [],
    neverPersonIds: [],
    favouredPersonIds: [],
    tie: { personId: seat.personId, startSec: seat.startSec },
    held: true,
    ...shapeOf(at.needs),
  };
}
