import type { PersonView, PlanView, ShiftView } from '@/contract/plan/plan-view';
import type { Fit } from './board/fits';
import { type Aim, SNAP_SEC, shiftAt } from './grip';
import type { HandState } from './hand-store';

export type ArrowKey = 'ArrowUp' | 'ArrowDown' | 'ArrowLeft' | 'ArrowRight';

/** How the arrow keys lead what is held over a picture. */
export interface Walk {
  /** Where something without a place begins when no place keeps the rules; null where it cannot. */
  first(): Aim | null;
  /** Where a key leads from where it is; null where it leads nowhere. */
  step(state: HandState & { readonly aim: Aim }, key: ArrowKey, isLarge: boolean): Aim | null;
}

/** Steps along a cord, in snaps: five minutes, or half an hour with Shift. */
const LARGE_STEP = 6;

/** The best place on some shifts of a person, and where they have none, the beginning of the first. */
export function aimOn(
  person: PersonView,
  shifts: readonly ShiftView[],
  fits: readonly Fit[] | null,
): Aim | null {
  const fit = fits?.find((f) => f.shiftIds.some((id) => shifts.some((s) => s.id === id)));
  const shift = shifts.find((s) => fit?.shiftIds.includes(s.id)) ?? shifts[0];
  return shift ? { personId: person.id, shiftId: shift.id, at: fit?.startAt ?? shift.startAt } : null;
}

/** The place that was found, with the person it was found with first. */
export function aimAtFit(view: PlanView, fit: Fit): Aim | null {
  const seat = fit.seats[0]!;
  const person = view.people.find((p) => p.shifts.some((s) => s.id === seat.shiftId));
  return person ? { personId: person.id, shiftId: seat.shiftId, at: seat.fromAt } : null;
}

const wayOf = (key: ArrowKey): 1 | -1 => (key === 'ArrowDown' || key === 'ArrowRight' ? 1 : -1);
const isAcross = (key: ArrowKey): boolean => key === 'ArrowUp' || key === 'ArrowDown';

/** Over the cords of one day: along the hours, and from person to person at the same moment. */
export function walkHours(people: readonly PersonView[], date: string): Walk {
  return {
    first: () => firstOf(people, (p) => p.shifts.filter((s) => s.date === date)),
    step: ({ aim, isStretch }, key, isLarge) => {
      if (!isAcross(key)) {
        const stepSec = SNAP_SEC * (isLarge ? LARGE_STEP : 1) * wayOf(key);
        return { ...aim, at: aim.at + stepSec };
      }
      if (isStretch) return null;
      return nextOf(people, aim.personId, wayOf(key), (person) => {
        const shift = shiftAt(person, date, aim.at);
        return shift && { personId: person.id, shiftId: shift.id, at: aim.at };
      });
    },
  };
}

/** Over people by days: from day to day and from person to person, each time to the best place there. */
export function walkDays(people: readonly PersonView[], dates: readonly string[]): Walk {
  return {
    first: () => firstOf(people, (p) => p.shifts.filter((s) => dates.includes(s.date))),
    step: ({ aim, fits }, key) => {
      const person = people.find((p) => p.shifts.some((s) => s.id === aim.shiftId));
      const date = person?.shifts.find((s) => s.id === aim.shiftId)?.date;
      if (!person || date === undefined) return null;
      const on = (p: PersonView, day: string): Aim | null =>
        aimOn(
          p,
          p.shifts.filter((s) => s.date === day),
          fits,
        );
      if (isAcross(key)) return nextOf(people, person.id, wayOf(key), (p) => on(p, date));
      for (let i = dates.indexOf(date) + wayOf(key); i >= 0 && i < dates.length; i += wayOf(key)) {
        const there = on(person, dates[i]!);
        if (there) return there;
      }
      return null;
    },
  };
}

/** Where people stand nowhere in order, as on a map: from the best of them to the next dearer one, and back. */
export function walkPrices(view: PlanView): Walk {
  return {
    first: () => null,
    step: ({ aim, fits }, key) => {
      const best = new Map<string, Aim>();
      for (const fit of fits ?? []) {
        const there = aimAtFit(view, fit);
        if (there && !best.has(there.personId)) best.set(there.personId, there);
      }
      const order = [...best.values()];
      const ix = order.findIndex((a) => a.personId === aim.personId);
      return order[ix < 0 ? 0 : ix + wayOf(key)] ?? null;
    },
  };
}

function firstOf(
  people: readonly PersonView[],
  shiftsOf: (p: PersonView) => readonly ShiftView[],
): Aim | null {
  for (const person of people) {
    const there = aimOn(person, shiftsOf(person), null);
    if (there) return there;
  }
  return null;
}

function nextOf(
  people: readonly PersonView[],
  personId: string,
  way: 1 | -1,
  on: (person: PersonView) => Aim | null,
): Aim | null {
  const from = people.findIndex((p) => p.id === personId);
  for (let ix = from + way; ix >= 0 && ix < people.length; ix += way) {
    const there = on(people[ix]!);
    if (there) return there;
  }
  return null;
}
