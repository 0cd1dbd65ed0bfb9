'use client';

import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { OwnDay, OwnStop } from '@/contract/day/own-day';
import type { FieldReport } from '@/contract/day/reports';
import { FIELD_SAYS, REFUSED_WORDS } from '../messages/day/day-words';
import { errorText } from '../messages/errors';
import { callApi, done } from '../shared/api';
import { clock, dayText } from '../shared/time';
import { useClockNow, useNow } from '../shared/use-now';
import { nextStep } from './after-reports';
import css from './Field.module.css';
import { Finish } from './finish/Finish';
import { useTicks } from './finish/use-ticks';
import { AboutYou } from './foot/AboutYou';
import { CrewOfDay } from './foot/CrewOfDay';
import { Leave } from './foot/Leave';
import { OwnCalendar } from './foot/OwnCalendar';
import { News } from './News';
import { forgetKept, keepForOffline } from './offline';
import { ownPlace } from './place';
import { Out, Steps } from './Steps';
import { keyOf, Stop } from './Stop';
import { UNSAID } from './unsaid';
import { useOwnDay } from './use-own-day';

/** A technician's day on their phone: a cord from top to bottom, unfolded where they are, with one large button for what comes next. */
export function FieldPage() {
  const own = useOwnDay();
  const { day, error } = own;
  useEffect(() => {
    // Without it the page works as well, as long as it is open.
    void keepForOffline().catch(() => undefined);
  }, []);
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
  const clockNow = useClockNow(day);
  const next = nextStep(day);
  const { ticks, change } = useTicks();
  const [opened, setOpened] = useState<string | null>(null);
  const [finishing, setFinishing] = useState<OwnStop | null>(null);
  const { personId } = day;
  const say = (kind: FieldReport['kind'], more: Partial<FieldReport> = {}): void => {
    void own.report({ ...UNSAID, personId, kind, ...more }, clockNow());
    // Their place follows by itself: a step does not wait for it.
    if (kind === 'on-the-way' || kind === 'arrived' || kind === 'done')
      void ownPlace().then((place) => {
        if (place) void own.report({ ...UNSAID, personId, kind: 'position', ...place }, clockNow());
      });
  };
  const current = next ? day.stops[next.index] : undefined;
  const shown = opened ?? (current ? keyOf(current) : null);
  const tick = (stop: OwnStop, ticked: readonly string[]): void => {
    change(keyOf(stop), ticked);
    // The last tick may end it.
    if (stop.state === 'on-site' && stop.tasks.every((t) => ticked.includes(t))) setFinishing(stop);
  };
  const ticked = (stop: OwnStop): readonly string[] => ticks[keyOf(stop)] ?? stop.papers?.tasks ?? [];
  return (
    <main className={css.page}>
      <Head day={day} own={own} onSay={say} />
      {day.offAt === null && (
        <News
          day={day}
          onSeen={() => {
            // Whoever has seen it accepts what is theirs now.
            for (const { visitId, part, state } of day.stops)
              if (state === 'planned') say('accepted', { visitId, part });
            say('seen', {
              date: day.date,
              stops: day.stops.map(({ visitId, part, startAt }) => ({
                visitId,
                part,
                startAt: Math.round(startAt),
              })),
            });
          }}
        />
      )}
      {day.stops.length === 0 && <p>Nothing is planned for this day.</p>}
      <ol className={css.cord}>
        {day.stops.map((stop) => (
          <Stop
            key={keyOf(stop)}
            stop={stop}
            news={day.news}
            isOpen={shown === keyOf(stop)}
            ticked={ticked(stop)}
            mayTick={day.maySpeak && stop.state === 'on-site'}
            onOpen={() => setOpened(shown === keyOf(stop) ? '' : keyOf(stop))}
            onTick={(t) => tick(stop, t)}
            onAgain={() => setFinishing(stop)}
          />
        ))}
      </ol>
      <Foot day={day} onSay={say} />
      {day.maySpeak && (
        <Steps
          day={day}
          next={next}
          onFinish={setFinishing}
          onSay={(kind, more) => {
            setOpened(null);
            say(kind, more);
          }}
        />
      )}
      {finishing && (
        <Finish
          stop={finishing}
          members={day.members}
          ticked={ticked(finishing)}
          minutes={
            finishing.beganAt === null ? null : Math.max(0, Math.round((clockNow() - finishing.beganAt) / 60))
          }
          isAgain={finishing.state !== 'on-site'}
          onTick={(t) => change(keyOf(finishing), t)}
          onClose={() => setFinishing(null)}
          onSend={(papers, photos) => {
            const at = { visitId: finishing.visitId, part: finishing.part };
            for (const photo of photos) say('photo', { ...at, photo });
            say('papers', { ...at, papers });
            if (finishing.state === 'on-site') say('done', at);
            setOpened(null);
            setFinishing(null);
          }}
        />
      )}
    </main>
  );
}

interface PartProps {
  readonly day: OwnDay;
  readonly onSay: (kind: FieldReport['kind'], more?: Partial<FieldReport>) => void;
}

function Head({ day, own, onSay }: PartProps & { readonly own: ReturnType<typeof useOwnDay> }) {
  return (
    <>
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
        </div>
        {day.maySpeak && day.offAt === null && (
          <button
            type="button"
            className={css.plain}
            onClick={() => onSay(day.breakBeganAt === null ? 'break-begins' : 'break-ends')}
          >
            {day.breakBeganAt === null ? 'Break' : 'Break is over'}
          </button>
        )}
      </header>
      {own.refused && (
        <p className={css.refused} role="alert">
          “{FIELD_SAYS[own.refused.report.kind]}” does not count: {REFUSED_WORDS[own.refused.refused]}.{' '}
          <button type="button" className="link" onClick={own.forgetRefused}>
            I see
          </button>
        </p>
      )}
      {day.breakBeganAt !== null && (
        <p className={css.pause}>On a break since {clock(day.breakBeganAt, day.zone)}.</p>
      )}
      {day.outAt !== null && (
        <p className={css.refused}>
          Out since {clock(day.outAt, day.zone)}: the office gives your visits to others.{' '}
          {day.maySpeak && (
            <button type="button" className="link" onClick={() => onSay('back')}>
              I can go on
            </button>
          )}
        </p>
      )}
    </>
  );
}

/** What is asked for less often, folded. */
function Foot({ day, onSay }: PartProps) {
  const now = useNow(day);
  const leave = useMutation({
    mutationFn: async () => {
      await callApi('/api/session', done, { method: 'DELETE' });
      await forgetKept();
    },
    onSettled: () => window.location.assign('/sign-in'),
  });
  return (
    <div className={css.foot}>
      {day.members.length > 0 && (
        <details open>
          <summary>The crew</summary>
          <CrewOfDay day={day} />
        </details>
      )}
      {day.maySpeak && day.outAt === null && day.offAt === null && (
        <details>
          <summary>I cannot go on today</summary>
          <Out onSay={(reason) => onSay('out', { reason })} />
        </details>
      )}
      <details>
        <summary>Time off</summary>
        <Leave day={day} />
      </details>
      <details>
        <summary>What is kept about you</summary>
        <AboutYou day={day} />
      </details>
      <OwnCalendar />
      <p>
        {day.breaksAt.length > 0 && `Break about ${day.breaksAt.map((b) => clock(b, day.zone)).join(', ')}. `}
        It is {clock(now, day.zone)}.{' '}
        <button type="button" className="link" onClick={() => leave.mutate()}>
          Sign out
        </button>
      </p>
    </div>
  );
}
