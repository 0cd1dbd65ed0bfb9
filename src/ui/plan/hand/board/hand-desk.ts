import {
  applyHand,
  type HandEdit,
  type HandResult,
  OBJECTIVES,
  type PairRule,
  type Parts,
  pairReasons,
  type UntangleWay,
  untangle,
  type Violation,
} from '@/core/index';
import type { ClientBoard } from './client-board';

/** Where a visit is wanted; instants, as everything that leaves the desk. */
export interface Seat {
  readonly shiftId: string;
  readonly fromAt: number;
  readonly position?: number | undefined;
}

/** What is in the hand, and where it would be put down. */
export interface Grip {
  readonly visits: readonly {
    readonly visitId: string;
    /** None takes it off its cords; absent leaves it where it is. */
    readonly seats?: readonly Seat[] | undefined;
    readonly durationMin?: number | undefined;
    /** Ties it where it is, or lets it go. */
    readonly tie?: { readonly person: boolean; readonly time: boolean } | undefined;
  }[];
}

/** A day as it would be. */
export interface DayThen {
  readonly shiftId: string;
  readonly departAt: number;
  readonly arriveAt: number;
  readonly endTravelSec: number;
  readonly overtimeSec: number;
  /** Driving of the day before and then. */
  readonly travelWas: number;
  readonly travelSec: number;
  readonly breaks: readonly { readonly startAt: number; readonly endAt: number }[];
  readonly stops: readonly {
    readonly visitId: string;
    readonly startAt: number;
    readonly finishAt: number;
    readonly travelSec: number;
    /** Left until its window closes; negative when it is missed, null where nothing was promised. */
    readonly slackSec: number | null;
    readonly isMoved: boolean;
  }[];
}

/** What putting it down there comes to. */
export interface Outcome {
  readonly price: number;
  readonly change: Parts;
  readonly broken: readonly Violation[];
  readonly pushed: readonly { readonly visitId: string; readonly wasAt: number; readonly startAt: number }[];
  readonly days: readonly DayThen[];
}

/** A way out of a tangled day, ready to be made. */
export interface WayOut {
  readonly way: UntangleWay;
  readonly grip: Grip;
  readonly outcome: Outcome;
  /** Rules broken and visits late on the day, after. */
  readonly left: number;
}

export function editOf({ originSec, nowSec }: ClientBoard, { visits }: Grip): HandEdit {
  return {
    seats: new Map(
      visits.flatMap((v) =>
        v.seats
          ? [
              [
                v.visitId,
                v.seats.map((s) => ({
                  shiftId: s.shiftId,
                  fromSec: s.fromAt - originSec,
                  ...(s.position === undefined ? {} : { position: s.position }),
                })),
              ] as const,
            ]
          : [],
      ),
    ),
    changes: new Map(
      visits.flatMap((v) =>
        v.durationMin === undefined ? [] : [[v.visitId, { durationSec: v.durationMin * 60 }] as const],
      ),
    ),
    nowSec,
  };
}

function slackOf(stop: HandResult['timed']['routes'][number]['stops'][number]): number | null {
  if (stop.lateSec > 0) return -stop.lateSec;
  const at = (w: { readonly on?: string | undefined }): number =>
    w.on === 'finish' ? stop.finishSec : stop.startSec;
  const inside = stop.visit.windows.find((w) => at(w) >= w.startSec && at(w) <= w.endSec);
  return inside ? inside.endSec - at(inside) : null;
}

function daysThen(
  { board, originSec }: ClientBoard,
  result: HandResult,
  held: ReadonlySet<string>,
): DayThen[] {
  const moved = new Set([...held, ...result.pushed.map((p) => p.visitId)]);
  return result.timed.routes
    .filter((r) => result.shiftIds.has(r.shift.id))
    .map((r) => {
      const was = board.routeOf.get(r.shift.id);
      return {
        shiftId: r.shift.id,
        departAt: r.departSec + originSec,
        arriveAt: r.arriveSec + originSec,
        endTravelSec: r.endTravelSec,
        overtimeSec: r.overtimeSec,
        travelWas: was ? was.stops.reduce((sum, s) => sum + s.travelSec, was.endTravelSec) : 0,
        travelSec: r.stops.reduce((sum, s) => sum + s.travelSec, r.endTravelSec),
        breaks: r.breaks.map((b) => ({ startAt: b.startSec + originSec, endAt: b.endSec + originSec })),
        stops: r.stops.map((s) => ({
          visitId: s.visit.id,
          startAt: s.startSec + originSec,
          finishAt: s.finishSec + originSec,
          travelSec: s.travelSec,
          slackSec: slackOf(s),
          isMoved: moved.has(s.visit.id),
        })),
      };
    });
}

/** What putting down what is held comes to. Throws MissingLegs where the way is not known yet. */
export function outcomeOf(client: ClientBoard, grip: Grip): Outcome {
  const result = applyHand(client.board, editOf(client, grip));
  return outcomeFrom(client, result, new Set(grip.visits.map((v) => v.visitId)));
}

function outcomeFrom(client: ClientBoard, result: HandResult, held: ReadonlySet<string>): Outcome {
  const { originSec } = client;
  return {
    price: result.price,
    change: result.change,
    broken: result.broken,
    pushed: result.pushed.map((p) => ({
      visitId: p.visitId,
      wasAt: p.wasSec + originSec,
      startAt: p.startSec + originSec,
    })),
    days: daysThen(client, result, held),
  };
}

/** Ways out of a tangled day, the one that leaves least wrong first. Throws MissingLegs where a way is not known yet. */
export function waysOut(client: ClientBoard, shiftId: string): WayOut[] {
  const { board, originSec, nowSec } = client;
  if (!board.index.shiftById.has(shiftId)) return [];
  const startOf = new Map(
    board.timed.routes.flatMap((r) =>
      r.stops.map((s) => [`${s.visit.id} ${r.shift.id}`, s.startSec] as const),
    ),
  );
  return untangle(board, shiftId, { nowSec }).map(({ way, edit, result, left }) => {
    const after = new Map(
      result.timed.routes.flatMap((r) =>
        r.stops.map((s) => [`${s.visit.id} ${r.shift.id}`, s.startSec] as const),
      ),
    );
    const moved = [...edit.seats].filter(([id, seats]) =>
      seats.some((s) => startOf.get(`${id} ${s.shiftId}`) !== after.get(`${id} ${s.shiftId}`)),
    );
    return {
      way,
      left,
      grip: {
        visits: [...edit.seats].map(([visitId, seats]) => ({
          visitId,
          seats: seats.map((s) => ({
            shiftId: s.shiftId,
            fromAt: s.fromSec + originSec,
            position: s.position,
          })),
        })),
      },
      outcome: outcomeFrom(client, result, new Set(moved.map(([id]) => id))),
    };
  });
}

/** Why a visit cannot go on a cord however empty the day; none where only the day itself is in the way. */
export function reasonsAgainst({ board }: ClientBoard, visitId: string, shiftId: string): PairRule[] {
  const visit = board.index.visitById.get(visitId);
  const shift = board.index.shiftById.get(shiftId);
  return visit && shift ? pairReasons(board.index, visit, shift) : [];
}

/** Measures whose price changes, dearest first. */
export function changedMeasures(change: Parts): (keyof Parts)[] {
  return OBJECTIVES.filter((o) => change[o].price !== 0).sort(
    (a, b) => Math.abs(change[b].price) - Math.abs(change[a].price),
  );
}
