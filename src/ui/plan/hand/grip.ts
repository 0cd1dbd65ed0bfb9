import type { Handled } from '@/contract/plan/hand';
import type { PersonView, PlanView, ShiftView } from '@/contract/plan/plan-view';
import type { Fit } from './board/fits';
import type { Grip, Seat } from './board/hand-desk';

/** Seconds to which a moment in the hand snaps. */
export const SNAP_SEC = 300;

export const snapped = (at: number): number => Math.round(at / SNAP_SEC) * SNAP_SEC;

/** A seat of a visit as it is on screen. */
export interface SeatNow {
  readonly personId: string;
  readonly shiftId: string;
  readonly startAt: number;
  readonly finishAt: number;
}

/** What is held: visits, and which of their seats the hand took hold of. */
export interface Hold {
  readonly visitIds: readonly string[];
  /** The one under the pointer; null of a loose end. */
  readonly grabbed: SeatNow | null;
  /** Where each of them was when it was taken up. */
  readonly seats: ReadonlyMap<string, readonly SeatNow[]>;
}

/** Where a pointer says that it shall go. */
export interface Aim {
  readonly personId: string;
  readonly shiftId: string;
  readonly at: number;
}

export function seatsOf(view: PlanView, visitId: string): SeatNow[] {
  return view.people.flatMap((p) =>
    p.shifts.flatMap((s) =>
      (s.route?.stops ?? [])
        .filter((x) => x.visitId === visitId)
        .map((x) => ({ personId: p.id, shiftId: s.id, startAt: x.startAt, finishAt: x.finishAt })),
    ),
  );
}

export function holdOf(view: PlanView, visitIds: readonly string[], grabbedShift: string | null): Hold {
  const seats = new Map(visitIds.map((id) => [id, seatsOf(view, id)]));
  const own = seats.get(visitIds[0]!) ?? [];
  return { visitIds, grabbed: own.find((s) => s.shiftId === grabbedShift) ?? own[0] ?? null, seats };
}

/** The shift of a person on a date that a moment falls into, or the nearest one. */
export function shiftAt(person: PersonView, date: string, at: number): ShiftView | null {
  const shifts = person.shifts.filter((s) => s.date === date);
  const far = (s: ShiftView): number => Math.max(s.startAt - at, at - s.endAt, 0);
  return shifts.reduce<ShiftView | null>((best, s) => (best && far(best) <= far(s) ? best : s), null);
}

/**
 * Where all that is held goes when the one under the pointer goes where it aims: others keep their distance in time, and go to
 * the same cord. Of a visit for several people only the seat that was grabbed changes hands, all begin together.
 */
export function gripAt(hold: Hold, aim: Aim, fits: readonly Fit[] | null): Grip {
  const { grabbed, visitIds } = hold;
  const found = fits?.find((f) => f.startAt === aim.at && f.shiftIds.includes(aim.shiftId));
  // Exactly the place that was found: at its price.
  if (found && visitIds.length === 1) return gripFit(visitIds[0]!, found);
  const deltaSec = grabbed ? aim.at - grabbed.startAt : 0;
  return {
    visits: visitIds.map((visitId, i) => {
      const seats = hold.seats.get(visitId) ?? [];
      const own = seats.find((s) => s.shiftId === grabbed?.shiftId) ?? seats[0];
      const fromAt = own && grabbed ? own.startAt + deltaSec : aim.at;
      if (seats.length > 1) {
        const rest = seats.filter((s) => s !== own && s.shiftId !== aim.shiftId);
        return {
          visitId,
          seats: [{ shiftId: aim.shiftId, fromAt }, ...rest.map((s) => ({ ...seat(s), fromAt }))],
        };
      }
      // A loose end for several people takes along whoever is best with the one that it is put on.
      const together = i === 0 && !own ? fits?.find((f) => f.shiftIds.includes(aim.shiftId)) : undefined;
      if (together && together.seats.length > 1)
        return { visitId, seats: together.seats.map((s) => ({ ...s, position: undefined, fromAt })) };
      return { visitId, seats: [{ shiftId: aim.shiftId, fromAt }] };
    }),
  };
}

const seat = ({ shiftId }: SeatNow): Pick<Seat, 'shiftId'> => ({ shiftId });

/** Off all cords. */
export function gripOff(hold: Hold): Grip {
  return { visits: hold.visitIds.map((visitId) => ({ visitId, seats: [] })) };
}

/** At the place that was found for it. */
export function gripFit(visitId: string, fit: Fit): Grip {
  return { visits: [{ visitId, seats: fit.seats }] };
}

/** A grip as it is sent: with what was seen of each visit when it was taken up. */
export function handledOf(view: PlanView, { visits }: Grip): Handled[] {
  return visits.map((v) => ({
    visitId: v.visitId,
    ...(v.seats
      ? {
          seats: v.seats.map((s) => ({
            shiftId: s.shiftId,
            fromAt: s.fromAt,
            ...(s.position === undefined ? {} : { position: s.position }),
          })),
        }
      : {}),
    ...(v.durationMin === undefined ? {} : { durationMin: v.durationMin }),
    ...(v.tie ? { tie: v.tie } : {}),
    seen: seatsOf(view, v.visitId).map((s) => ({ personId: s.personId, startAt: s.startAt })),
  }));
}
