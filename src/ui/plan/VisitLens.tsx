import { useQuery } from '@tanstack/react-query';
import type {
  HistoryEntry,
  PersonView,
  PlanView,
  ShiftView,
  StopView,
  VisitView,
} from '@/contract/plan-view';
import { offsetMinutes } from '@/core/index';
import { errorText } from '../messages/errors';
import { durationText } from '../messages/figures';
import { RULE_WORDS } from '../messages/rules';
import { callApi } from '../shared/api';
import { clock, dayText, momentText } from '../shared/time';
import css from './Lens.module.css';
import { LensTitle } from './LensTitle';
import { PartsTable } from './PartsTable';

interface Props {
  readonly view: PlanView;
  readonly visitId: string;
  readonly onSelect: (selection: string | null) => void;
}

interface Place {
  readonly person: PersonView;
  readonly shift: ShiftView;
  readonly stop: StopView;
}

export function placeOf(view: PlanView, visitId: string): Place | null {
  for (const person of view.people) {
    for (const shift of person.shifts) {
      const stop = shift.route?.stops.find((s) => s.visitId === visitId);
      if (stop) return { person, shift, stop };
    }
  }
  return null;
}

/** What a visit is, why it is where it is, and what happened to it. */
export function VisitLens({ view, visitId, onSelect }: Props) {
  const visit = view.visits.find((v) => v.id === visitId);
  if (!visit) return <LensTitle text="Not in this extent" onClose={() => onSelect(null)} />;
  const place = placeOf(view, visitId);
  const broken = view.violations.filter((v) => v.visitId === visitId);
  return (
    <>
      <LensTitle text={visit.jobKind} onClose={() => onSelect(null)} />
      <p className="quiet">
        {visit.site} · {visit.address} · {visit.label} · priority {visit.priority}
      </p>
      {place ? (
        <PlannedFacts place={place} visit={visit} onSelect={onSelect} />
      ) : (
        <p className={`${css.fact} bad`}>A loose end: nobody has it on their cord.</p>
      )}
      {visit.notes && <p className={css.fact}>“{visit.notes}”</p>}
      {broken.map((v) => (
        <p key={v.rule} className={`${css.fact} bad`}>
          Breaks a rule: {RULE_WORDS[v.rule]}
        </p>
      ))}
      <Needs visit={visit} zone={view.zone} />
      {place && (
        <>
          <h3>Why here: what this place costs</h3>
          <PartsTable parts={place.stop.parts} sum="Price of this place" />
          <p className="quiet">Travel is the leg that leads here.</p>
        </>
      )}
      <History visitId={visitId} zone={visit.zone} />
    </>
  );
}

function PlannedFacts({
  place,
  visit,
  onSelect,
}: {
  readonly place: Place;
  readonly visit: VisitView;
  readonly onSelect: Props['onSelect'];
}) {
  const { stop, person, shift } = place;
  const slack =
    stop.slackSec < 0 ? `${durationText(-stop.slackSec)} late` : `${durationText(stop.slackSec)} to spare`;
  const tone = stop.slack === 'missed' ? 'bad' : 'good';
  return (
    <>
      <p className={css.fact}>
        <b style={{ fontSize: 15 }}>
          {clock(stop.startAt, visit.zone)}–{clock(stop.finishAt, visit.zone)}
        </b>{' '}
        {dayText(shift.date)}, {visit.windows.length > 0 && <span className={tone}>{slack}</span>}
        {visit.windows.length === 0 && <span className="quiet">no window promised</span>}
      </p>
      <p className={css.fact}>
        <button type="button" className="link" onClick={() => onSelect(`person:${person.id}`)}>
          {person.name}
        </button>
        {visit.skills.map((need) => {
          const held = person.skills.find((s) => s.name === need.name);
          return ` · ${need.name} ${held?.level ?? '–'} (${need.level} needed)${held?.validTo ? ` to ${held.validTo}` : ''}`;
        })}
      </p>
    </>
  );
}

function Needs({ visit, zone }: { readonly visit: VisitView; readonly zone: string }) {
  const apart = offsetMinutes(visit.dueAt, visit.zone) !== offsetMinutes(visit.dueAt, zone);
  const wishes = [
    ...visit.must.map((n) => `must be ${n}`),
    ...visit.favoured.map((n) => `${n} favoured`),
    ...visit.never.map((n) => `never ${n}`),
  ];
  return (
    <>
      <h3>What it needs</h3>
      <p className={css.fact}>
        {durationText(visit.durationMin * 60)} ·{' '}
        {visit.skills.map((s) => `${s.name} ${s.level}`).join(', ') || 'no special skill'}
      </p>
      {visit.windows.map((w) => (
        <p key={w.startAt} className={css.fact}>
          Promised {momentText(w.startAt, visit.zone)}–{clock(w.endAt, visit.zone)}
        </p>
      ))}
      <p className={css.fact}>
        From {momentText(visit.earliestAt, visit.zone)}, due {momentText(visit.dueAt, visit.zone)}
      </p>
      {wishes.length > 0 && <p className={css.fact}>{wishes.join(' · ')}</p>}
      {apart && <p className="quiet">Times are those of the site, {visit.zone}.</p>}
    </>
  );
}

function History({ visitId, zone }: { readonly visitId: string; readonly zone: string }) {
  const { data, error, isPending } = useQuery({
    queryKey: ['history', visitId],
    queryFn: ({ signal }) =>
      callApi<HistoryEntry[]>(`/api/visits/${encodeURIComponent(visitId)}/history`, { signal }),
  });
  return (
    <>
      <h3>What happened</h3>
      {isPending && <p className="quiet">Looking it up …</p>}
      {error && <p className="bad">{errorText(error)}</p>}
      {data?.length === 0 && <p className="quiet">Nothing yet: it has never been on the live plan.</p>}
      <ul className={css.list}>
        {data?.map((entry) => (
          <li key={`${entry.at}${entry.source}`}>
            {entry.person && entry.startsAt !== null
              ? `${entry.person}, ${momentText(entry.startsAt, zone)}`
              : 'taken off the plan'}
            <div className="quiet">
              {entry.source} · {entry.by ?? 'system'} · {momentText(entry.at, zone)}
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}
