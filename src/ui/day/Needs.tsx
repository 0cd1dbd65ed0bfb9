import Link from 'next/link';
import type { DayNeed, DayView } from '@/contract/day/day-view';
import { NEED_WORDS } from '../messages/day';
import { durationText } from '../messages/figures';
import { clock, dateIn } from '../shared/time';
import { useNow } from '../shared/use-now';
import css from './Day.module.css';
import { Remedies } from './Remedies';

const SOON_MIN = 120;
/** What can be mended by giving a visit to somebody else. */
const WITH_WAYS: ReadonlySet<DayNeed['kind']> = new Set(['will-miss', 'not-started', 'emergency']);

/** "in 6 min", "since 09:30": how soon something has to be looked after. */
function whenText(
  { at, kind }: DayNeed,
  now: number,
  { zone, date }: Pick<DayView, 'zone' | 'date'>,
): string {
  if (kind === 'free') return 'free';
  if (dateIn(at, zone) > date) return 'today';
  const minutes = Math.round((at - now) / 60);
  if (minutes < 0) return `since ${clock(at, zone)}`;
  if (minutes === 0) return 'now';
  return minutes <= SOON_MIN ? `in ${minutes} min` : `at ${clock(at, zone)}`;
}

/** What needs somebody, soonest first. */
export function Needs({ day }: { readonly day: DayView }) {
  const now = useNow(day);
  return (
    <section className={css.needs} aria-label="What needs you">
      <h2>What needs you, soonest first</h2>
      {day.needs.length === 0 && (
        <p className="quiet">
          {day.people.length === 0 ? 'Nothing.' : 'Nothing. All of it goes as planned.'}
        </p>
      )}
      <ul>
        {day.needs.map((need) => (
          <Need key={need.key} need={need} day={day} now={now} />
        ))}
      </ul>
    </section>
  );
}

function Need({ need, day, now }: { readonly need: DayNeed; readonly day: DayView; readonly now: number }) {
  const person = day.people.find((p) => p.id === need.personId);
  const visit = need.visitId === null ? undefined : day.visits[need.visitId];
  const what = visit ? `${visit.jobKind} at ${visit.site}` : '';
  const stop = person?.stops.find((s) => s.visitId === need.visitId && s.part === need.part);
  const mayChange = day.territories.some((t) => t.mayChange);
  const plan = new URLSearchParams({
    from: day.date,
    territories: day.territories.map((t) => t.id).join(','),
  });
  if (need.visitId !== null) plan.set('selected', `visit:${need.visitId}`);
  return (
    <li className={css.need} data-kind={need.kind} data-need={need.key}>
      <span className={css.when}>{whenText(need, now, day)}</span>
      <div>
        <h3>
          {NEED_WORDS[need.kind]({
            what,
            who: person?.name ?? '',
            minutes: durationText(need.minutes * 60),
          })}
        </h3>
        <p className="quiet">
          {person && visit && `${person.name}. `}
          {stop?.reason && `“${stop.reason}”. `}
          {visit && visit.windows.length > 0 && (
            <>
              Promised{' '}
              {visit.windows
                .map((w) => `${clock(w.startAt, day.zone)}–${clock(w.endAt, day.zone)}`)
                .join(', ')}
              .{' '}
            </>
          )}
          {person?.heardAt != null && `Last heard of at ${clock(person.heardAt, day.zone)}.`}
        </p>
        {need.visitId !== null && WITH_WAYS.has(need.kind) && mayChange && (
          <Remedies
            territoryIds={day.territories.map((t) => t.id)}
            date={day.date}
            visitId={need.visitId}
            part={need.part ?? 1}
          />
        )}
        <p className={css.acts}>
          {person && person.phone !== '' && (
            <a className="link" href={`tel:${person.phone.replaceAll(' ', '')}`}>
              Call {person.phone}
            </a>
          )}
          {need.visitId !== null && need.kind !== 'silent' && (
            <Link className="link" href={`/work/call?visit=${encodeURIComponent(need.visitId)}`}>
              Find another time
            </Link>
          )}
          <Link className="link" href={`/plan?${plan}`}>
            On the plan
          </Link>
        </p>
      </div>
    </li>
  );
}
