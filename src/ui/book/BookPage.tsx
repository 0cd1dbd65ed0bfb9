import type { PublicKind, PublicWindow } from '@/contract/work/booking';
import { Mark } from '../shared/Mark';
import css from './Book.module.css';
import { WindowChoice } from './WindowChoice';
import { bookProblem } from './words';

interface Props {
  readonly company: string;
  readonly kinds: readonly PublicKind[];
  readonly windows: { readonly zone: string; readonly windows: readonly PublicWindow[] } | null;
  readonly asked: { readonly kind: string; readonly code: string; readonly further: string };
  readonly problem: string;
  readonly isSent: boolean;
}

const FURTHER_DAYS = 14;

/** What, where, when, who: four questions, one after the other. */
export function BookPage({ company, kinds, windows, asked, problem, isSent }: Props) {
  const kind = kinds.find((k) => k.id === asked.kind);
  const isRequest = kind !== undefined && !kind.isAtOnce && asked.code.length > 1;
  const none = windows !== null && windows.windows.length === 0;
  return (
    <main className={css.page}>
      <Mark size={40} />
      <div className={css.company}>{company}</div>
      <h1>Book a visit</h1>
      {problem !== '' && (
        <p className={css.problem} role="alert">
          {bookProblem(problem)}
        </p>
      )}
      {isSent ? (
        <p role="status">Thank you. We have what you wrote, and answer you.</p>
      ) : (
        <>
          <form action="/book" method="get">
            <h2>What is it?</h2>
            {kinds.map((k) => (
              <label key={k.id} className={css.choice}>
                <input type="radio" name="kind" value={k.id} defaultChecked={k.id === asked.kind} required />
                {k.name}
              </label>
            ))}
            <h2>Where is it?</h2>
            <label className={css.field}>
              <span>Serial number, or the address</span>
              <input
                name="code"
                defaultValue={asked.code}
                minLength={2}
                maxLength={200}
                required
                autoComplete="off"
              />
            </label>
            <button
              type="submit"
              className={windows || isRequest ? `${css.button} ${css.quietly}` : css.button}
            >
              {windows || isRequest ? 'Look again' : 'Show the times'}
            </button>
          </form>
          {none && (
            <p role="status">
              There is no time on offer for that. Look whether the number is right, or call us.
            </p>
          )}
          {((windows && !none) || isRequest) && (
            <form action="/api/book" method="post">
              <input type="hidden" name="kind" value={asked.kind} />
              <input type="hidden" name="code" value={asked.code} />
              {windows && (
                <>
                  <h2>When?</h2>
                  <WindowChoice windows={windows.windows} zone={windows.zone} />
                  <p>
                    <a
                      href={`/book?kind=${encodeURIComponent(asked.kind)}&code=${encodeURIComponent(asked.code)}&further=${Math.min(42, Number(asked.further) + FURTHER_DAYS)}`}
                    >
                      Later days
                    </a>
                  </p>
                </>
              )}
              <h2>Who are you?</h2>
              <label className={css.field}>
                <span>Name</span>
                <input name="caller" maxLength={120} required autoComplete="name" />
              </label>
              <label className={css.field}>
                <span>E-mail</span>
                <input name="email" type="email" maxLength={200} required autoComplete="email" />
              </label>
              <label className={css.field}>
                <span>Phone, if you like</span>
                <input name="phone" type="tel" maxLength={40} autoComplete="tel" />
              </label>
              <label className={css.field}>
                <span>What should we know?</span>
                <textarea name="note" maxLength={1000} rows={3} />
              </label>
              <button type="submit" className={css.button}>
                {isRequest ? 'Send it' : 'Book it'}
              </button>
            </form>
          )}
        </>
      )}
    </main>
  );
}
