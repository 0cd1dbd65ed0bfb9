import { Popover } from '@mantine/core';
import { useState } from 'react';
import { useDraftContext, useField } from '../draft/DraftContext';
import css from './Word.module.css';

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

/** A word of a sentence that opens in place. The sentence stays readable while it is empty. */
export function Word({ path, label, text, empty, width = 220, none, children }: Props) {
  const [opened, setOpened] = useState(false);
  const { wrong, set, value } = useField(path);
  const draft = useDraftContext();
  const isEmpty = text === null || text === '';
  const close = (): void => setOpened(false);
  return (
    <Popover
      opened={opened}
      onChange={setOpened}
      position="bottom-start"
      trapFocus
      returnFocus
      shadow="sm"
      width={width}
      transitionProps={{ duration: 0 }}
    >
      <Popover.Target>
        <button
          type="button"
          className={css.word}
          data-empty={isEmpty}
          data-wrong={wrong !== null}
          aria-label={`${label}: ${isEmpty ? empty : text}${wrong ? `. ${wrong}` : ''}`}
          title={wrong ?? undefined}
          data-field={path}
          disabled={draft.archivedAt !== null}
          onClick={() => setOpened((o) => !o)}
        >
          {isEmpty ? empty : text}
        </button>
      </Popover.Target>
      <Popover.Dropdown
        p="sm"
        aria-label={label}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && !(e.target instanceof HTMLTextAreaElement) && !e.defaultPrevented) close();
        }}
      >
        <div className={css.open}>
          {opened && children(close)}
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
          {wrong && <p className={css.wrong}>{wrong}</p>}
        </div>
      </Popover.Dropdown>
    </Popover>
  );
}
