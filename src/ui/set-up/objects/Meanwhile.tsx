import { fieldText, sayField } from '../../messages/fields';
import { useDraftContext } from '../draft/DraftContext';
import css from './ObjectPage.module.css';

function names(list: readonly string[]): string {
  return list.map(fieldText).join(', ');
}

/** What somebody else saved while this was open: taken in where nobody here touched it, to choose where both did. */
export function Meanwhile() {
  const draft = useDraftContext();
  const { meanwhile } = draft;
  if (!meanwhile) return null;
  const who = meanwhile.by.length > 0 ? meanwhile.by.join(', ') : 'Somebody else';
  return (
    <div className={css.meanwhile} role="status">
      <p>
        <b>{who}</b> saved this while you were editing it.
        {meanwhile.taken.length > 0 && <> Taken in: {names(meanwhile.taken)}.</>}
        {meanwhile.clashes.length === 0 && <> What you typed is kept; save to add it.</>}
      </p>
      {meanwhile.clashes.map((field) => {
        const theirs = sayField(meanwhile.theirs[field]);
        return (
          <p key={field}>
            Both of you changed <b>{fieldText(field)}</b>
            {theirs === null ? '' : ` (theirs: ${theirs})`}. Yours stands.{' '}
            <button type="button" className="link" onClick={() => draft.takeTheirs(field)}>
              Take theirs
            </button>
          </p>
        );
      })}
    </div>
  );
}
