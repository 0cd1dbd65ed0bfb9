import type { PersonView, PlanView, ShiftView } from '@/contract/plan/plan-view';
import type { SheetVisit } from '@/contract/plan/sheets';
import { durationText } from '../../messages/figures';
import { clock, dayText } from '../../shared/time';
import css from './Print.module.css';

interface Props {
  readonly view: PlanView;
  readonly people: readonly PersonView[];
  readonly visits: readonly SheetVisit[];
}

/** A page for each person and day that has work, in the order in which it is driven. */
export function DaySheets({ view, people, visits }: Props) {
  const days = view.dates.flatMap((date) =>
    people.flatMap((person) =>
      person.shifts.filter((s) => s.date === date && s.route).map((shift) => ({ person, shift })),
    ),
  );
  const more = new Map(visits.map((v) => [v.id, v]));
  if (days.length === 0) return <p>Nobody has work on these days.</p>;
  return days.map(({ person, shift }) => (
    <Sheet key={shift.id} person={person} shift={shift} view={view} more={more} />
  ));
}

function Sheet({
  person,
  shift,
  view,
  more,
}: {
  readonly person: PersonView;
  readonly shift: ShiftView;
  readonly view: PlanView;
  readonly more: ReadonlyMap<string, SheetVisit>;
}) {
  const { route } = shift;
  if (!route) return null;
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const { zone } = person;
  return (
    <section className={css.sheet} aria-label={`${person.name}, ${dayText(shift.date)}`}>
      <header>
        <h2>{person.name}</h2>
        <p>
          {dayText(shift.date, true)} · {clock(shift.startAt, zone)}–{clock(shift.endAt, zone)} · leave at{' '}
          {clock(route.departAt, zone)}, back at {clock(route.arriveAt, zone)}
          {route.overtimeSec >= 60 && ` · overtime ${durationText(route.overtimeSec)}`}
          {zone !== view.zone && ` · times of ${zone}`}
        </p>
      </header>
      <table>
        <thead>
          <tr>
            <th>Time</th>
            <th>Drive</th>
            <th>Visit</th>
            <th>Where</th>
            <th>Promised</th>
            <th>Done</th>
          </tr>
        </thead>
        <tbody>
          {route.stops.map((stop) => {
            const visit = visits.get(stop.visitId);
            const sheet = more.get(stop.visitId);
            return (
              <tr key={`${stop.visitId}${stop.startAt}`}>
                <td>
                  <b>{clock(stop.startAt, zone)}</b>–{clock(stop.finishAt, zone)}
                </td>
                <td>{durationText(stop.travelSec)}</td>
                <td>
                  <b>{visit ? visit.jobKind : 'Work elsewhere'}</b> {visit?.label}
                  {sheet && sheet.summary !== visit?.jobKind && <div>{sheet.summary}</div>}
                  {sheet && sheet.parts.length > 0 && <div>Parts: {sheet.parts.join(', ')}</div>}
                  {sheet?.notes && <div>“{sheet.notes}”</div>}
                </td>
                <td>
                  {visit?.site}
                  {sheet?.address && <div>{sheet.address}</div>}
                </td>
                <td>
                  {visit?.windows
                    .filter((w) => w.endAt > shift.startAt && w.startAt < shift.endAt)
                    .map((w) => `${clock(w.startAt, zone)}–${clock(w.endAt, zone)}`)
                    .join(', ')}
                </td>
                <td className={css.box} aria-label="to tick by hand" />
              </tr>
            );
          })}
        </tbody>
      </table>
      {route.breaks.length > 0 && (
        <p>Break {route.breaks.map((b) => `${clock(b.startAt, zone)}–${clock(b.endAt, zone)}`).join(', ')}</p>
      )}
    </section>
  );
}
