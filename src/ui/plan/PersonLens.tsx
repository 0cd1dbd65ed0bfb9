import type { PlanView } from '@/contract/plan-view';
import { durationText } from '../messages/figures';
import { RULE_WORDS } from '../messages/rules';
import { clock, dayText } from '../shared/time';
import css from './Lens.module.css';
import { LensTitle } from './LensTitle';
import { PartsTable } from './PartsTable';
import { loadOf } from './PersonLabel';

interface Props {
  readonly view: PlanView;
  readonly personId: string;
  readonly onSelect: (selection: string | null) => void;
}

/** A person's days in the extent: hours, visits, and what they cost. */
export function PersonLens({ view, personId, onSelect }: Props) {
  const person = view.people.find((p) => p.id === personId);
  if (!person) return <LensTitle text="Not in this extent" onClose={() => onSelect(null)} />;
  const { plannedSec, workedSec } = loadOf(person.shifts);
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const lastDate = view.dates.at(-1) ?? '';
  return (
    <>
      <LensTitle text={person.name} onClose={() => onSelect(null)} />
      <p className="quiet">
        {view.territories.find((t) => t.id === person.homeTerritory)?.name ?? 'Another territory'}
      </p>
      <p className={css.fact}>
        {workedSec > 0
          ? `${durationText(plannedSec)} planned of ${durationText(workedSec)}, ${Math.round((plannedSec / workedSec) * 100)} %`
          : 'No working hours in these days'}
      </p>
      <h3>Skills</h3>
      {person.skills.length === 0 && <p className="quiet">None recorded.</p>}
      <ul className={css.list}>
        {person.skills.map((s) => (
          <li key={s.name}>
            {s.name} {s.level}
            {s.validTo && (
              <span className={s.validTo < lastDate ? 'bad' : 'quiet'}> valid to {s.validTo}</span>
            )}
          </li>
        ))}
      </ul>
      {person.shifts.map((shift) => (
        <section key={shift.id}>
          <h3>
            {dayText(shift.date)}, {clock(shift.startAt, person.zone)}–{clock(shift.endAt, person.zone)}
          </h3>
          {!shift.route && <p className="quiet">Nothing planned.</p>}
          {shift.route && (
            <>
              <ul className={css.list}>
                {shift.route.stops.map((stop) => {
                  const visit = visits.get(stop.visitId);
                  return (
                    <li key={stop.startAt}>
                      <button
                        type="button"
                        disabled={!visit}
                        onClick={() => onSelect(`visit:${stop.visitId}`)}
                      >
                        <b>
                          {clock(stop.startAt, person.zone)}{' '}
                          {visit ? `${visit.jobKind} · ${visit.site}` : 'Busy in another territory'}
                        </b>
                        <span className={stop.slack === 'missed' ? 'bad' : 'quiet'}>
                          {durationText(stop.travelSec)} drive
                        </span>
                      </button>
                    </li>
                  );
                })}
              </ul>
              <p className="quiet">
                Leaves {clock(shift.route.departAt, person.zone)}, back{' '}
                {clock(shift.route.arriveAt, person.zone)}
                {shift.route.breaks.map((b) => `, break ${clock(b.startAt, person.zone)}`)}
                {shift.route.overtimeSec > 0 && `, overtime ${durationText(shift.route.overtimeSec)}`}
              </p>
              {view.violations
                .filter((v) => v.shiftId === shift.id && v.visitId === undefined)
                .map((v) => (
                  <p key={v.rule} className="bad">
                    Breaks a rule: {RULE_WORDS[v.rule]}
                  </p>
                ))}
              <PartsTable parts={shift.route.parts} sum="Price of the day" />
            </>
          )}
        </section>
      ))}
    </>
  );
}
