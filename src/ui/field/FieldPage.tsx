'use client';

import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { OwnDay, OwnStop } from '@/contract/day/own-day';
import type { FieldReport } from '@/contract/day/reports';
import { FIELD_WORDS, REFUSED_WORDS } from '../messages/day';
import { errorText } from '../messages/errors';
import { callApi, done } from '../shared/api';
import { clock, dayText } from '../shared/time';
import { useNow } from '../shared/use-now';
import { nextStep } from './after-reports';
import css from './Field.module.css';
import { OwnCalendar } from './OwnCalendar';
import { Steps } from './Steps';
import { useOwnDay } from './use-own-day';

/** A technician's day on their phone: a cord from top to bottom, unfolded where they are, with one large button for what comes next. */
export function FieldPage() {
  const own = useOwnDay();
  const { day, error } = own;
  if (!day)
    return (
      <main className={css.page}>
        {error ? (
          <p role="alert" className="bad">
            {errorText(error)}
          </p>
        ) : (
          <p className="quiet">Reading …</p>
        )}
      </main>
    );
  return <Shown own={own} day={day} />;
}

function Shown({ own, day }: { readonly own: ReturnType<typeof useOwnDay>; readonly day: OwnDay }) {
  const now = useNow(day);
  const next = nextStep(day);
  const [opened, setOpened] = useState<string | null>(null);
  const leave = useMutation({
    mutationFn: () => callApi('/api/session', done, { method: 'DELETE' }),
    onSettled: () => window.location.assign('/sign-in'),
  });
  const { personId } = day;
  const say = (kind: FieldReport['kind'], more: Partial<FieldReport> = {}): void =>
    void own.report(
      { personId, kind, visitId: null, part: 1, minutes: null, reason: '', lat: null, lon: null, ...more },
      day.nowStands ? day.now : Math.floor(Date.now() / 1000),
    );
  const current = next ? day.stops[next.index] : undefined;
  const shown = opened ?? (current ? keyOf(current) : null);
  return (
    <main className={css.page}>
      <header className={css.head}>
        <div>
          <h1>{dayText(day.date)}</h1> <span className="quiet">{day.name}</span>
          <p className={css.sent} role="status">
            {day.homeAt === null ? '' : `Back about ${clock(day.homeAt, day.zone)} · `}
            {own.waiting > 0
              ? `${own.waiting} not sent yet`
              : own.isOld
                ? 'without a network, as it was last known'
                : 'all sent'}
          </p>
          {day.members.length > 0 && (
            <p className="quiet">
              {day.members.join(', ')}
              {day.maySpeak ? '. You report for the crew.' : '. Whoever leads reports.'}
            </p>
          )}
        </div>
        {day.maySpeak && day.offAt === null && (
          <button
            type="button"
            className={css.plain}
            onClick={() => say(day.breakBeganAt === null ? 'break-begins' : 'break-ends')}
          >
            {day.breakBeganAt === null ? 'Break' : 'Break is over'}
          </button>
        )}
      </header>
      {own.refused && (
        <p className={css.refused} role="alert">
          “{FIELD_WORDS_OF[own.refused.report.kind] ?? own.refused.report.kind}” does not count:{' '}
          {REFUSED_WORDS[own.refused.refused]}.{' '}
          <button type="button" className="link" onClick={own.forgetRefused}>
            I see
          </button>
        </p>
      )}
      {day.breakBeganAt !== null && (
        <p className={css.pause}>On a break since {clock(day.breakBeganAt, day.zone)}.</p>
      )}
      {day.stops.length === 0 && <p>Nothing is planned for this day.</p>}
      <ol className={css.cord}>
        {day.stops.map((stop) => (
          <Stop
            key={keyOf(stop)}
            stop={stop}
            isOpen={shown === keyOf(stop)}
            onOpen={() => setOpened(shown === keyOf(stop) ? '' : keyOf(stop))}
          />
        ))}
      </ol>
      <p className={css.foot}>
        {day.breaksAt.length > 0 && `Break about ${day.breaksAt.map((b) => clock(b, day.zone)).join(', ')}. `}
        It is {clock(now, day.zone)}.{' '}
        <button type="button" className="link" onClick={() => leave.mutate()}>
          Sign out
        </button>
      </p>
      <OwnCalendar />
      {day.maySpeak && (
        <Steps
          day={day}
          next={next}
          onSay={(kind, more) => {
            setOpened(null);
            say(kind, more);
          }}
        />
      )}
    </main>
  );
}

const FIELD_WORDS_OF: Readonly<Partial<Record<FieldReport['kind'], string>>> = {
  accepted: 'Accepted',
  'on-the-way': 'On the way',
  arrived: 'I am there',
  done: 'Done here',
  'not-done': 'Cannot finish',
  'more-time': 'Need more time',
  'break-begins': 'Break',
  'break-ends': 'Break is over',
  off: 'End of the day',
};

const keyOf = ({ visitId, part }: Pick<OwnStop, 'visitId' | 'part'>): string => `${visitId}/${part}`;

function Stop({
  stop: s,
  isOpen,
  onOpen,
}: {
  readonly stop: OwnStop;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}) {
  const [promised] = s.windows;
  return (
    <li className={css.stop} data-state={s.state}>
      <svg className={css.sag} viewBox="0 0 24 100" preserveAspectRatio="none" aria-hidden="true">
        <path d="M8 0 C24 20 24 80 8 100" vectorEffect="non-scaling-stroke" />
      </svg>
      <svg className={css.knot} viewBox="0 0 22 24" aria-hidden="true">
        <path d="M11 1 L21 6.5 V17.5 L11 23 L1 17.5 V6.5 Z" />
        {s.state === 'not-done' && <path d="M6 7 L16 17 M16 7 L6 17" />}
        {s.state === 'done' && <path d="M6 12 L10 16 L16 8" className={css.tick} />}
      </svg>
      <button type="button" className={css.title} aria-expanded={isOpen} onClick={onOpen}>
        <b>
          {clock(s.startAt, s.zone)} {s.jobKind}
        </b>
        <span>
          {s.site} · {FIELD_WORDS[s.state]}
        </span>
      </button>
      {isOpen && (
        <div className={css.more}>
          {s.notes !== '' && <p className={css.note}>{s.notes}</p>}
          <p>
            {s.address}
            {s.lat !== null && s.lon !== null && (
              <>
                {' · '}
                <a className="link" href={`geo:${s.lat},${s.lon}`}>
                  the way there
                </a>
              </>
            )}
          </p>
          {promised && (
            <p>
              Promised {clock(promised.startAt, s.zone)}–{clock(promised.endAt, s.zone)}.
            </p>
          )}
          {s.contacts.map((c) => (
            <p key={`${c.name} ${c.phone}`}>
              {c.name}
              {c.role && `, ${c.role}`}
              {c.phone && (
                <>
                  {' · '}
                  <a className="link" href={`tel:${c.phone.replaceAll(' ', '')}`}>
                    call
                  </a>
                </>
              )}
            </p>
          ))}
          {s.asset && <p>{s.asset}</p>}
          {s.tasks.length > 0 && (
            <ul className={css.tasks}>
              {s.tasks.map((t) => (
                <li key={t}>{t}</li>
              ))}
            </ul>
          )}
          {s.parts.length > 0 && <p>Parts: {s.parts.join(', ')}</p>}
          {s.history.length > 0 && (
            <p className="quiet">Before: {s.history.map((h) => `${h.label} ${h.what}`).join('; ')}</p>
          )}
          <p className="quiet">
            {s.label} {s.what}
          </p>
        </div>
      )}
    </li>
  );
}
