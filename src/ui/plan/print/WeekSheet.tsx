import type { PersonView, PlanView } from '@/contract/plan/plan-view';
import { clock, dayText, shortDay } from '../../shared/time';
import { loadOf } from '../cords/PersonLabel';
import css from './Print.module.css';

/** Days of a team side by side: who does what when, and how full each day is. */
export function WeekSheet({
  view,
  people,
}: {
  readonly view: PlanView;
  readonly people: readonly PersonView[];
}) {
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const busy = people.filter((p) => p.shifts.some((s) => view.dates.includes(s.date)));
  return (
    <section className={css.week} aria-label="All days on one page">
      <h2>
        {view.territories.map((t) => t.name).join(', ')} · {dayText(view.dates[0]!, true)}
        {view.dates.length > 1 && ` to ${dayText(view.dates.at(-1)!, true)}`}
      </h2>
      <table>
        <thead>
          <tr>
            <th>Who</th>
            {view.dates.map((d) => (
              <th key={d}>{shortDay(d)}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {busy.map((person) => (
            <tr key={person.id}>
              <th scope="row">{person.name}</th>
              {view.dates.map((date) => {
                const shifts = person.shifts.filter((s) => s.date === date);
                const { plannedSec, workedSec } = loadOf(shifts);
                return (
                  <td key={date}>
                    {workedSec === 0 && 'off'}
                    {workedSec > 0 && <i>{Math.round((plannedSec / workedSec) * 100)} %</i>}
                    {shifts.flatMap((s) =>
                      (s.route?.stops ?? []).map((stop) => (
                        <div key={`${stop.visitId}${stop.startAt}`}>
                          {clock(stop.startAt, person.zone)} {visits.get(stop.visitId)?.label ?? 'elsewhere'}{' '}
                          {visits.get(stop.visitId)?.jobKind}
                        </div>
                      )),
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
