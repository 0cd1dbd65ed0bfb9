import type { WindowsAnswer } from '@/contract/work/call';
import type { PairRule } from '@/core/index';
import { REASON_WORDS } from '../../messages/rules';
import css from './Call.module.css';

/** No window can be kept: which rule emptied it, and what would open it. */
export function WhyNone({ answer }: { readonly answer: WindowsAnswer }) {
  const { steps, heldOut, people, left } = answer;
  const alone = [...steps].sort((a, b) => b.alone - a.alone)[0];
  const wordOf = (rule: string): string =>
    rule === 'room' ? 'Their days are full' : (REASON_WORDS[rule as PairRule] ?? rule);
  return (
    <div className={css.none} role="status">
      <h3>No window can be kept</h3>
      {heldOut === 0 ? (
        <p>
          None is held out in these days: the lead time, the hours of the territory, holidays and the hours of
          such work leave nothing over. Later days may have some; what is held out is said in Set-up,
          Promises.
        </p>
      ) : (
        <>
          <p>
            {heldOut} windows are held out, and {people} people work here in these days.
          </p>
          <ul>
            {steps.map((s) => (
              <li key={s.rule}>
                {wordOf(s.rule)}: takes away {s.removed} days of people
                {s.alone > 0 && `, and is all that is in the way on ${s.alone}`}
              </li>
            ))}
          </ul>
          <p>
            {left > 0
              ? `On ${left} days of people it could be done, though outside of the windows that are held out.`
              : alone && alone.alone > 0
                ? `Most would be opened by this: ${wordOf(alone.rule).toLowerCase()}.`
                : 'No single rule opens anything: several are in the way each time.'}
          </p>
        </>
      )}
    </div>
  );
}
