import type { WindowOffered, WindowsAnswer } from '@/contract/work/call';
import { priceText } from '../../messages/figures';
import { clock, shortDay } from '../../shared/time';
import css from './Call.module.css';

interface Props {
  readonly answer: WindowsAnswer;
  readonly chosen: WindowOffered | null;
  readonly isBusy: boolean;
  /** The clock of whoever calls, where it is not that of the site. */
  readonly callerZone: string | null;
  readonly onChoose: (window: WindowOffered) => void;
}

const MOST_PX = 250;
const LEAST_PX = 14;

/** "8" for the full hour, else "8:30". */
function hourText(at: number, zone: string): string {
  const text = clock(at, zone).replace(/^0/, '');
  return text.endsWith(':00') ? text.slice(0, -3) : text;
}

/** Windows as bars by day: the lower, the less it costs; the best are underlined by a cord. */
export function Windows({ answer, chosen, isBusy, callerZone, onChoose }: Props) {
  const { windows, zone, needs } = answer;
  const prices = windows.map((w) => w.price);
  const least = Math.min(0, ...prices);
  const most = Math.max(...prices, least + 1);
  const dates = [...new Set(windows.map((w) => w.date))];
  const heightOf = (price: number): number =>
    LEAST_PX + Math.round(((price - least) / (most - least)) * (MOST_PX - LEAST_PX));
  return (
    <div className={css.days} role="group" aria-label="Windows by day">
      {dates.map((date) => {
        const own = windows.filter((w) => w.date === date);
        const isLate = needs.agreedUntil !== null && own.every((w) => w.isAfterAgreed);
        return (
          <div key={date} className={css.day}>
            <b>{shortDay(date)}</b>
            <span className="quiet">
              {date === answer.dates[0] ? 'today' : isLate ? 'after what was agreed' : ' '}
            </span>
            <div className={css.bars}>
              {own.map((w) => (
                <button
                  key={`${w.startAt} ${w.endAt}`}
                  type="button"
                  className={css.slot}
                  data-best={w.isBest}
                  aria-pressed={chosen?.startAt === w.startAt && chosen.endAt === w.endAt}
                  disabled={isBusy}
                  onClick={() => onChoose(w)}
                  aria-label={`${shortDay(date)}, ${clock(w.startAt, zone)} to ${clock(w.endAt, zone)}${callerZone === null ? '' : `, by their clock ${clock(w.startAt, callerZone)} to ${clock(w.endAt, callerZone)}`}: ${priceText(w.price)}${w.isBest ? ', best' : ''}${w.isLiked ? ', they like it' : ''}${w.chance === null ? '' : `, kept on ${Math.round(w.chance * 100)} of 100 played days`}`}
                >
                  <span className={css.price}>{priceText(w.price)}</span>
                  <span className={css.bar} style={{ height: heightOf(w.price) }} />
                </button>
              ))}
            </div>
            <div className={css.hours} aria-hidden="true">
              {own.map((w) => (
                <span key={`${w.startAt} ${w.endAt}`}>
                  {hourText(w.startAt, zone)}–{hourText(w.endAt, zone)}
                  {callerZone !== null && clock(w.startAt, callerZone) !== clock(w.startAt, zone) && (
                    <i>
                      {hourText(w.startAt, callerZone)}–{hourText(w.endAt, callerZone)}
                    </i>
                  )}
                  {w.isLiked && <i>they like</i>}
                  {w.chance !== null && (
                    <i title="Kept on so many of a hundred played days">{Math.round(w.chance * 100)} %</i>
                  )}
                  <svg width={24} height={9} viewBox="0 0 24 9" aria-hidden="true">
                    {w.isBest && (
                      <path
                        d="M3 2 Q12 10 21 2"
                        fill="none"
                        stroke="var(--leaf)"
                        strokeWidth={2}
                        strokeLinecap="round"
                      />
                    )}
                  </svg>
                </span>
              ))}
            </div>
          </div>
        );
      })}
    </div>
  );
}
