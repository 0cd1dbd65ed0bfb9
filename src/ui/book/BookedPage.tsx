import type { PublicBooking, PublicWindow } from '@/contract/work/booking';
import { Mark } from '../shared/Mark';
import css from './Book.module.css';
import { WindowChoice } from './WindowChoice';
import { bookProblem, clockWords, dayWords } from './words';

interface Props {
  readonly booking: PublicBooking;
  readonly others: { readonly zone: string; readonly windows: readonly PublicWindow[] } | null;
  readonly secret: string;
  readonly problem: string;
}

function beforeText(before: number): string {
  if (before === 0) return 'You are next.';
  return before === 1 ? 'One stop before you.' : `${before} stops before you.`;
}

/** What somebody booked, and what they may still do with it. */
export function BookedPage({ booking, others, secret, problem }: Props) {
  const action = `/api/book/${encodeURIComponent(secret)}`;
  const { zone, startAt, endAt } = booking;
  const isOff = booking.state === 'cancelled';
  return (
    <main className={css.page}>
      <Mark size={40} />
      <h1>{booking.work}</h1>
      {problem !== '' && (
        <p className={css.problem} role="alert">
          {bookProblem(problem)}
        </p>
      )}
      <p className={css.company}>{booking.number}</p>
      {isOff ? (
        <p role="status">This is cancelled.</p>
      ) : (
        startAt !== null &&
        endAt !== null && (
          <p role="status">
            <b>
              {dayWords(startAt, zone)}, {clockWords(startAt, zone)}–{clockWords(endAt, zone)}
            </b>
            {booking.person && <>, {booking.person} comes</>}
            <br />
            {booking.isConfirmed ? 'You have confirmed it.' : 'Not confirmed by you yet.'}{' '}
            {booking.before !== null && beforeText(booking.before)}
          </p>
        )
      )}
      {!isOff && !booking.isConfirmed && (
        <form action={action} method="post">
          <input type="hidden" name="act" value="confirm" />
          <button type="submit" className={css.button}>
            Confirm it
          </button>
        </form>
      )}
      {others && (
        <form action={action} method="post">
          <h2>Another time</h2>
          <input type="hidden" name="act" value="change" />
          {others.windows.length === 0 ? (
            <p>There is no other time on offer.</p>
          ) : (
            <>
              <WindowChoice windows={others.windows} zone={others.zone} />
              <button type="submit" className={css.button}>
                Take this time
              </button>
            </>
          )}
        </form>
      )}
      {booking.mayChange && !others && (
        <a className={`${css.button} ${css.quietly}`} href={`/book/${encodeURIComponent(secret)}?change=1`}>
          Change the time
        </a>
      )}
      {booking.mayChange && (
        <form action={action} method="post">
          <input type="hidden" name="act" value="cancel" />
          <button type="submit" className={`${css.button} ${css.quietly}`}>
            Cancel it
          </button>
        </form>
      )}
      {!booking.mayChange && !isOff && <p>To change it now, please call us.</p>}
    </main>
  );
}
