import type { PublicWindow } from '@/contract/work/booking';
import css from './Book.module.css';
import { clockWords, dayWords } from './words';

/** Windows to choose one of, by day. */
export function WindowChoice({
  windows,
  zone,
}: {
  readonly windows: readonly PublicWindow[];
  readonly zone: string;
}) {
  const dates = [...new Set(windows.map((w) => w.date))];
  return (
    <div className={css.days}>
      {dates.map((date) => {
        const own = windows.filter((w) => w.date === date);
        return (
          <fieldset key={date}>
            <legend>{dayWords(own[0]!.startAt, zone)}</legend>
            <div className={css.slots}>
              {own.map((w) => (
                <label key={w.startAt} className={css.choice}>
                  <input type="radio" name="window" value={`${w.startAt}-${w.endAt}`} required />
                  {clockWords(w.startAt, zone)}–{clockWords(w.endAt, zone)}
                </label>
              ))}
            </div>
          </fieldset>
        );
      })}
    </div>
  );
}
