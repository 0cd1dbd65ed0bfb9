import { useState } from 'react';
import type { OwnDay, OwnStop } from '@/contract/day/own-day';
import type { FieldReport } from '@/contract/day/reports';
import type { nextStep } from './after-reports';
import css from './Field.module.css';

interface Props {
  readonly day: OwnDay;
  readonly next: ReturnType<typeof nextStep>;
  /** What goes with "done" is asked for first. */
  readonly onFinish: (stop: OwnStop) => void;
  readonly onSay: (kind: FieldReport['kind'], more?: Partial<FieldReport>) => void;
}

const NEXT_WORDS = { 'on-the-way': 'On my way', arrived: 'I am there', done: 'Done here' } as const;
const MORE_MIN = [15, 30, 60, 120] as const;
const LATE_MIN = [15, 30, 45, 60] as const;
const WHY = [
  'Nobody there',
  'No access',
  'A part is missing',
  'Not safe',
  'More work than was said',
] as const;

/** What can be said now: what comes next is one large button, at the thumb. */
export function Steps({ day, next, onFinish, onSay }: Props) {
  const [asks, setAsks] = useState<'more-time' | 'late' | 'not-done' | null>(null);
  const stop = next ? day.stops[next.index]! : null;
  const at = stop ? { visitId: stop.visitId, part: stop.part } : {};
  const say = (kind: FieldReport['kind'], more: Partial<FieldReport> = {}): void => {
    setAsks(null);
    onSay(kind, { ...at, ...more });
  };
  if (day.offAt !== null)
    return (
      <footer className={css.steps}>
        <p>The day is signed off.</p>
      </footer>
    );
  if (!stop || !next)
    return (
      <footer className={css.steps}>
        <button type="button" className={css.next} onClick={() => onSay('off')}>
          End of the day
        </button>
      </footer>
    );
  if (asks === 'more-time' || asks === 'late')
    return (
      <section className={css.steps} aria-label={asks === 'late' ? 'How late' : 'How much more time'}>
        {(asks === 'late' ? LATE_MIN : MORE_MIN).map((minutes) => (
          <button key={minutes} type="button" className={css.other} onClick={() => say(asks, { minutes })}>
            {minutes < 60 ? `${minutes} min` : `${minutes / 60} h`}
          </button>
        ))}
        <button type="button" className={css.other} onClick={() => setAsks(null)}>
          Back
        </button>
      </section>
    );
  if (asks === 'not-done')
    return (
      <section className={css.steps} data-tall="true" aria-label="Why it cannot be finished">
        {WHY.map((reason) => (
          <button
            key={reason}
            type="button"
            className={css.other}
            onClick={() => say('not-done', { reason })}
          >
            {reason}
          </button>
        ))}
        <button type="button" className={css.other} onClick={() => setAsks(null)}>
          Back
        </button>
      </section>
    );
  return (
    <footer className={css.steps}>
      <button
        type="button"
        className={css.next}
        disabled={day.breakBeganAt !== null && next.step !== 'done'}
        onClick={() => (next.step === 'done' ? onFinish(stop) : say(next.step))}
      >
        {NEXT_WORDS[next.step]}
      </button>
      {next.step === 'done' && (
        <button type="button" className={css.other} onClick={() => setAsks('more-time')}>
          Need more time
        </button>
      )}
      {next.step !== 'done' && (
        <button type="button" className={css.other} onClick={() => setAsks('late')}>
          Running late
        </button>
      )}
      <button type="button" className={css.other} onClick={() => setAsks('not-done')}>
        Can’t finish
      </button>
    </footer>
  );
}

const WHY_OUT = ['Ill', 'The van has broken down', 'An accident'] as const;

/** Why somebody is out for the rest of the day. */
export function Out({ onSay }: { readonly onSay: (reason: string) => void }) {
  return (
    <p>
      {WHY_OUT.map((reason) => (
        <button key={reason} type="button" className={css.small} onClick={() => onSay(reason)}>
          {reason}
        </button>
      ))}
    </p>
  );
}
