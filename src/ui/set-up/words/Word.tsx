import { OpenWord } from '../../shared/words/OpenWord';
import css from '../../shared/words/Word.module.css';
import { useDraftContext, useField } from '../draft/DraftContext';

export interface WordProps {
  readonly path: string;
  /** What a screen reader calls it, and the field it opens. */
  readonly label: string;
}

interface Props extends WordProps {
  readonly text: string | null;
  /** What stands there while there is nothing. */
  readonly empty: string;
  readonly width?: number;
  /** Sets the field to nothing; absent where there has to be something. */
  readonly none?: string | undefined;
  readonly children: (close: () => void) => React.ReactNode;
}

/** A word of a sentence about the object that is edited. */
export function Word({ path, label, text, empty, width, none, children }: Props) {
  const { wrong, set, value } = useField(path);
  const draft = useDraftContext();
  return (
    <OpenWord
      label={label}
      text={text}
      empty={empty}
      wrong={wrong}
      disabled={draft.archivedAt !== null}
      width={width}
      field={path}
    >
      {(close) => (
        <>
          {children(close)}
          {none !== undefined && value !== null && (
            <button
              type="button"
              className={`link ${css.none}`}
              onClick={() => {
                set(null);
                close();
              }}
            >
              {none}
            </button>
          )}
        </>
      )}
    </OpenWord>
  );
}
