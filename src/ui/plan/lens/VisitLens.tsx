import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { type VisitDetail, visitDetail } from '@/contract/plan/plan-detail';
import {
  type PersonView,
  type PlanView,
  type ShiftView,
  type StopView,
  slackOf,
  type VisitView,
} from '@/contract/plan/plan-view';
import { offsetMinutes } from '@/core/index';
import { commandText } from '../../messages/commands';
import { fieldText } from '../../messages/day/day-words';
import { errorText } from '../../messages/errors';
import { durationText } from '../../messages/figures';
import { RULE_WORDS } from '../../messages/rules';
import { callApi } from '../../shared/api';
import { clock, dayText, momentText } from '../../shared/time';
import { Untangle } from '../hand/choices/Untangle';
import { HandActions } from '../hand/HandActions';
import type { Hand } from '../hand/use-hand';
import { Relaxations } from '../why/Relaxations';
import { VisitWhySection } from '../why/VisitWhy';
import css from './Lens.module.css';
import { LensTitle } from './LensTitle';
import { PartsTable } from './PartsTable';

interface Props {
  readonly view: PlanView;
  readonly query: string;
  readonly visitId: string;
  readonly onSelect: (selection: string | null) => void;
  readonly hand: Hand;
}

interface Place {
  readonly person: PersonView;
  readonly shift: ShiftView;
  readonly stop: StopView;
}

/** Where the people of a visit have it. */
export function placesOf(view: PlanView, visitId: string): Place[] {
  return view.people.flatMap((person) =>
    person.shifts.flatMap((shift) =>
      (shift.route?.stops ?? [])
        .filter((s) => s.visitId === visitId)
        .map((stop) => ({ person, shift, stop })),
    ),
  );
}

/** Walking along the cords passes many visits: only where one stays is more asked for. */
const STAY_MS = 200;

/** What a visit is, why it is where it is, and what happened to it. */
export function VisitLens({ view, query, visitId, onSelect, hand }: Props) {
  const mayRun = view.territories.every((t) => t.mayChange);
  const [stayed] = useDebouncedValue(visitId, STAY_MS);
  const { data, error } = useQuery({
    queryKey: ['plan-visit', query, stayed],
    queryFn: ({ signal }) =>
      callApi(`/api/plan/visits/${encodeURIComponent(stayed)}?${query}`, visitDetail, { signal }),
  });
  const visit = view.visits.find((v) => v.id === visitId);
  if (!visit) return <LensTitle text="Not in this extent" onClose={() => onSelect(null)} />;
  const places = placesOf(view, visitId);
  const broken = view.violations.filter((v) => v.visitId === visitId);
  const detail = data?.id === visitId ? data : null;
  return (
    <>
      <LensTitle text={visit.jobKind} onClose={() => onSelect(null)} />
      <p className="quiet">
        {visit.site} · {detail?.address ? `${detail.address} · ` : ''}
        {detail ? (
          <Link className="link" href={`/work/orders/${encodeURIComponent(detail.workOrderId)}`}>
            {visit.label}
          </Link>
        ) : (
          visit.label
        )}{' '}
        · priority {visit.priority}
      </p>
      {places.map((place) => (
        <PlannedFacts
          key={place.shift.id}
          place={place}
          visit={visit}
          held={detail?.held.find((h) => h.personId === place.person.id)}
          needs={detail?.skills ?? []}
          onSelect={onSelect}
        />
      ))}
      {places.length === 0 && <p className={`${css.fact} bad`}>A loose end: nobody has it on their cord.</p>}
      {detail?.notes && <p className={css.fact}>“{detail.notes}”</p>}
      {broken.map((v) => (
        <p key={v.rule} className={`${css.fact} bad`}>
          Breaks a rule: {RULE_WORDS[v.rule]}
        </p>
      ))}
      {places.flatMap((p) =>
        p.stop.against === undefined
          ? []
          : [
              <p key={p.shift.id} className={css.fact}>
                Put there on purpose: “{p.stop.against}”
              </p>,
            ],
      )}
      {error && <p className="bad">{errorText(error)}</p>}
      {!detail && !error && <p className="quiet">Looking it up …</p>}
      {detail && (
        <>
          {hand.mayHand && (
            <HandActions
              hand={hand}
              view={view}
              visit={visit}
              durationMin={detail.durationMin}
              canTie={places.length > 0}
            />
          )}
          {places.map(
            (p) =>
              (broken.length > 0 || slackOf(p.stop) === 'missed') && (
                <Untangle key={p.shift.id} hand={hand} view={view} shift={p.shift} />
              ),
          )}
          <Needs detail={detail} visit={visit} zone={view.zone} />
          {detail.price && (
            <>
              <h3>Why here: what this place costs</h3>
              <PartsTable parts={detail.price} sum="Price of this place" />
              <p className="quiet">Travel is the leg that leads here.</p>
            </>
          )}
          <VisitWhySection view={view} query={query} visitId={detail.id} onSelect={onSelect} hand={hand} />
          {places.length === 0 && mayRun && <Relaxations key={detail.id} view={view} visitId={detail.id} />}
          {detail.field && <p className={css.fact}>{fieldText(detail.field, detail.zone)}</p>}
          <History entries={detail.history} zone={detail.zone} />
        </>
      )}
    </>
  );
}

function PlannedFacts({
  place,
  visit,
  held,
  needs,
  onSelect,
}: {
  readonly place: Place;
  readonly visit: VisitView;
  readonly held: VisitDetail['held'][number] | undefined;
  readonly needs: VisitDetail['skills'];
  readonly onSelect: Props['onSelect'];
}) {
  const { stop, person, shift } = place;
  const slack =
    stop.slackSec < 0 ? `${durationText(-stop.slackSec)} late` : `${durationText(stop.slackSec)} to spare`;
  const tone = slackOf(stop) === 'missed' ? 'bad' : 'good';
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
        {held?.skills.map((s) => {
          const needed = needs.find((n) => n.name === s.name)?.level;
          return ` · ${s.name} ${s.level ?? '–'} (${needed} needed)${s.validTo ? ` to ${s.validTo}` : ''}`;
        })}
      </p>
    </>
  );
}

function Needs({
  detail,
  visit,
  zone,
}: {
  readonly detail: VisitDetail;
  readonly visit: VisitView;
  readonly zone: string;
}) {
  const apart = offsetMinutes(detail.dueAt, detail.zone) !== offsetMinutes(detail.dueAt, zone);
  const skills = detail.skills.map((s) => `${s.name} ${s.level}`).join(detail.anySkill ? ' or ' : ', ');
  const people =
    detail.crewOf !== null
      ? `a crew of ${detail.crewOf}`
      : detail.people > 1
        ? `${detail.people} people at once`
        : null;
  const facts = [durationText(detail.durationMin * 60), skills || 'no special skill', people].filter(Boolean);
  const things = [
    ...detail.equipment,
    ...detail.parts,
    ...(detail.premises ? [`done at ${detail.premises}`] : []),
    ...(detail.after ? [`after ${detail.after}`] : []),
  ];
  const wishes = [
    ...detail.must.map((n) => `must be ${n}`),
    ...detail.favoured.map((n) => `${n} favoured`),
    ...detail.avoid.map((n) => `rather not ${n}`),
    ...detail.never.map((n) => `never ${n}`),
  ];
  return (
    <>
      <h3>What it needs</h3>
      <p className={css.fact}>{facts.join(' · ')}</p>
      {things.length > 0 && <p className={css.fact}>{things.join(' · ')}</p>}
      {visit.windows.map((w) => (
        <p key={w.startAt} className={css.fact}>
          Promised {momentText(w.startAt, detail.zone)}–{clock(w.endAt, detail.zone)}
        </p>
      ))}
      <p className={css.fact}>
        From {momentText(detail.earliestAt, detail.zone)}, due {momentText(detail.dueAt, detail.zone)}
      </p>
      {wishes.length > 0 && <p className={css.fact}>{wishes.join(' · ')}</p>}
      {apart && <p className="quiet">Times are those of the site, {detail.zone}.</p>}
    </>
  );
}

function History({ entries, zone }: { readonly entries: VisitDetail['history']; readonly zone: string }) {
  return (
    <>
      <h3>What happened</h3>
      {entries.length === 0 && <p className="quiet">Nothing yet: it has never been on the live plan.</p>}
      <ul className={css.list}>
        {entries.map((entry) => (
          <li key={`${entry.at}${entry.command}`}>
            {entry.person && entry.startsAt !== null
              ? `${entry.person}, ${momentText(entry.startsAt, zone)}`
              : 'taken off the plan'}
            <div className="quiet">
              {commandText(entry.command, entry.facts)} · {entry.by ?? 'system'} ·{' '}
              {momentText(entry.at, zone)}
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}
