import { DatePickerInput } from '@mantine/dates';
import { errorText } from '../../messages/errors';
import { fieldText, sayField } from '../../messages/fields';
import { toldText } from '../../messages/told';
import type { Draft } from '../draft/use-draft';
import { useCompany } from '../use-company';
import { Effect } from './Effect';
import css from './Side.module.css';
import { ToldCord } from './ToldCord';
import { useTried } from './use-tried';

interface Props {
  readonly draft: Draft;
  /** Whose day is told; null where a day says nothing about it. */
  readonly date: string | null;
  readonly onDate?: (date: string) => void;
}

/** At the right: what the optimizer is told, and what the change does, before it is saved. */
export function SidePanel({ draft, date, onDate }: Props) {
  const { answer, error, isAsking } = useTried(draft, date);
  const { weekStartsOn } = useCompany();
  const told = answer?.told?.after ?? answer?.told?.before ?? null;
  const isNew = draft.id === null;
  return (
    <aside className={css.side} aria-label="What it does">
      {date !== null && (
        <>
          <h2>What the optimizer is told</h2>
          <DatePickerInput
            aria-label="On which day"
            value={date}
            onChange={(d) => d && onDate?.(d)}
            valueFormat="[on] ddd D MMMM"
            firstDayOfWeek={weekStartsOn as 0}
            variant="unstyled"
            size="xs"
            popoverProps={{ position: 'bottom-end' }}
          />
          {answer?.told?.after && draft.changed.length > 0 && <p className="quiet">after your change</p>}
          <div aria-busy={isAsking} aria-live="polite">
            {told ? (
              <>
                <ToldCord told={told} />
                {toldText(told).map((line) => (
                  <p key={line}>{line}</p>
                ))}
                <h3>Could do</h3>
                <p>
                  <b>{told.could}</b> of {told.open} visits of the next 14 days
                  {told.only > 0 ? (
                    <>
                      ; for <b>{told.only}</b> there is nobody else
                    </>
                  ) : null}
                  .
                </p>
              </>
            ) : (
              <p className="quiet">{isAsking ? 'Asking …' : 'Nothing about it on that day.'}</p>
            )}
          </div>
        </>
      )}
      {error ? <p className="bad">{errorText(error)}</p> : null}
      <h3>{isNew ? 'What it would do' : 'Your change'}</h3>
      {draft.changed.length === 0 && (
        <p className="quiet">Change something: what it does to the work stands here before you save.</p>
      )}
      {!isNew && draft.changed.length > 0 && (
        <ul className={css.lines}>
          {draft.changed.map((field) => (
            <li key={field}>
              {fieldText(field)} {was(draft, field)}
            </li>
          ))}
        </ul>
      )}
      {draft.changed.length > 0 && answer && answer.problems.length > 0 && (
        <p className="quiet">Not all is right yet; then what it does stands here.</p>
      )}
      {draft.changed.length > 0 && answer?.effect && (
        <div aria-busy={isAsking} aria-live="polite" data-effect="true">
          <Effect effect={answer.effect} />
        </div>
      )}
    </aside>
  );
}

/** "75 (was: none)" for what is plain; lists only say that they changed. */
function was(draft: Draft, field: string): string {
  const [before, after] = [sayField(draft.base[field]), sayField(draft.value[field])];
  return before === null || after === null ? 'changed' : `${after} (was: ${before})`;
}
