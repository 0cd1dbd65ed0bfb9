import { useQuery } from '@tanstack/react-query';
import { type PersonDetail, personDetail } from '@/contract/plan/plan-detail';
import {
  type PersonView,
  type PlanView,
  type ShiftView,
  slackOf,
  type VisitView,
} from '@/contract/plan/plan-view';
import { errorText } from '../../messages/errors';
import { durationText } from '../../messages/figures';
import { RULE_WORDS } from '../../messages/rules';
import { callApi } from '../../shared/api';
import { clock, dayText } from '../../shared/time';
import { loadOf } from '../cords/PersonLabel';
import { Untangle } from '../hand/choices/Untangle';
import type { Hand } from '../hand/use-hand';
import { PersonWhySection } from '../why/PersonWhy';
import css from './Lens.module.css';
import { LensTitle } from './LensTitle';
import { PartsTable } from './PartsTable';

interface Props {
  readonly view: PlanView;
  readonly query: string;
  readonly personId: string;
  readonly onSelect: (selection: string | null) => void;
  readonly hand: Hand;
}

/** A person's days in the extent: hours, visits, and what they cost. */
export function PersonLens({ view, query, personId, onSelect, hand }: Props) {
  const { data, error } = useQuery({
    queryKey: ['plan-person', query, personId],
    queryFn: ({ signal }) =>
      callApi(`/api/plan/people/${encodeURIComponent(personId)}?${query}`, personDetail, { signal }),
  });
  const person = view.people.find((p) => p.id === personId);
  if (!person) return <LensTitle text="Not in this extent" onClose={() => onSelect(null)} />;
  const { plannedSec, workedSec } = loadOf(person.shifts);
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  return (
    <>
      <LensTitle text={person.name} onClose={() => onSelect(null)} />
      <p className="quiet">
        {view.territories.find((t) => t.id === person.homeTerritory)?.name ?? 'Another territory'}
        {data && data.members.length > 0 && ` · ${data.members.join(', ')}`}
      </p>
      <p className={css.fact}>
        {workedSec > 0
          ? `${durationText(plannedSec)} planned of ${durationText(workedSec)}, ${Math.round((plannedSec / workedSec) * 100)} %`
          : 'No working hours in these days'}
      </p>
      {data && <About detail={data} lastDate={view.dates.at(-1) ?? ''} companyZone={view.zone} />}
      {error && <p className="bad">{errorText(error)}</p>}
      <PersonWhySection query={query} personId={personId} />
      <Skills detail={data} lastDate={view.dates.at(-1) ?? ''} />
      {person.shifts.map((shift) => (
        <Day
          key={shift.id}
          shift={shift}
          person={person}
          view={view}
          visits={visits}
          price={data?.days.find((d) => d.shiftId === shift.id)?.price}
          onSelect={onSelect}
          hand={hand}
        />
      ))}
    </>
  );
}

const RELATION_WORDS = { home: 'at home in', cover: 'covers', loan: 'on loan to' } as const;

/** How somebody is reached, where they belong, and what they have along. */
function About({
  detail,
  lastDate,
  companyZone,
}: {
  readonly detail: PersonDetail;
  readonly lastDate: string;
  readonly companyZone: string;
}) {
  const { phone, zone, vehicle, territories, groups, parts } = detail;
  const along = [vehicle, ...parts].filter((t) => t !== '');
  return (
    <>
      {(phone !== '' || zone !== companyZone) && (
        <p className={css.fact}>
          {phone !== '' && (
            <>
              Phone <b>{phone}</b>
            </>
          )}
          {zone !== companyZone && <span className="quiet"> keeps {zone} time</span>}
        </p>
      )}
      <p className={css.fact}>
        {territories.map((t, i) => (
          <span key={`${t.name}${t.relation}`}>
            {i > 0 && ', '}
            {RELATION_WORDS[t.relation]} {t.name}
            {t.validTo && (
              <span className={t.validTo < lastDate ? 'bad' : 'quiet'}> to {dayText(t.validTo)}</span>
            )}
          </span>
        ))}
      </p>
      {(along.length > 0 || groups.length > 0) && (
        <p className={css.fact}>
          {along.length > 0 && `Has along: ${along.join(', ')}. `}
          {groups.length > 0 && `Of ${groups.join(', ')}.`}
        </p>
      )}
    </>
  );
}

function Skills({
  detail,
  lastDate,
}: {
  readonly detail: PersonDetail | undefined;
  readonly lastDate: string;
}) {
  return (
    <>
      <h3>Skills</h3>
      {!detail && <p className="quiet">Looking them up …</p>}
      {detail?.skills.length === 0 && <p className="quiet">None recorded.</p>}
      <ul className={css.list}>
        {detail?.skills.map((s) => (
          <li key={s.name}>
            {s.name} {s.level}
            {s.validTo && (
              <span className={s.validTo < lastDate ? 'bad' : 'quiet'}> valid to {s.validTo}</span>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

interface DayProps {
  readonly shift: ShiftView;
  readonly person: PersonView;
  readonly view: PlanView;
  readonly visits: ReadonlyMap<string, VisitView>;
  readonly price: PersonDetail['days'][number]['price'] | undefined;
  readonly onSelect: Props['onSelect'];
  readonly hand: Hand;
}

function Day({ shift, person, view, visits, price, onSelect, hand }: DayProps) {
  const { route } = shift;
  return (
    <section>
      <h3>
        {dayText(shift.date)}, {clock(shift.startAt, person.zone)}–{clock(shift.endAt, person.zone)}
      </h3>
      {shift.inCrew && <p className="quiet">Goes out with {shift.inCrew}.</p>}
      {!route && !shift.inCrew && <p className="quiet">Nothing planned.</p>}
      {route && (
        <>
          <ul className={css.list}>
            {route.stops.map((stop) => {
              const visit = visits.get(stop.visitId);
              return (
                <li key={stop.startAt}>
                  <button type="button" disabled={!visit} onClick={() => onSelect(`visit:${stop.visitId}`)}>
                    <b>
                      {clock(stop.startAt, person.zone)}{' '}
                      {visit ? `${visit.jobKind} · ${visit.site}` : 'Busy in another territory'}
                    </b>
                    <span className={slackOf(stop) === 'missed' ? 'bad' : 'quiet'}>
                      {durationText(stop.travelSec)} drive
                    </span>
                  </button>
                </li>
              );
            })}
          </ul>
          <p className="quiet">
            Leaves {clock(route.departAt, person.zone)}, back {clock(route.arriveAt, person.zone)}
            {route.breaks.map((b) => `, break ${clock(b.startAt, person.zone)}`)}
            {route.overtimeSec > 0 && `, overtime ${durationText(route.overtimeSec)}`}
          </p>
          {view.violations
            .filter((v) => v.shiftId === shift.id && v.visitId === undefined)
            .map((v) => (
              <p key={v.rule} className="bad">
                Breaks a rule: {RULE_WORDS[v.rule]}
              </p>
            ))}
          <Untangle hand={hand} view={view} shift={shift} />
          {price && <PartsTable parts={price} sum="Price of the day" />}
        </>
      )}
    </section>
  );
}
