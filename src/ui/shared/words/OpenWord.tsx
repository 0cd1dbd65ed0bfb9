import { Popover } from '@mantine/core';
import { useState } from 'react';
import css from './Word.module.css';

interface Props {
  /** What a screen reader calls it. */
  readonly label: string;
  readonly text: string | null;
  /** What stands there while there is nothing. */
  readonly empty: string;
  readonly wrong?: string | null | undefined;
  readonly disabled?: boolean | undefined;
  readonly width?: number | undefined;
  /** The field that it is, for whoever looks for it. */
  readonly field?: string | undefined;
  readonly children: (close: () => void) => React.ReactNode;
}

/** A word of a sentence that opens in place. The sentence stays readable while it is empty. */
export function OpenWord({
  label,
  text,
  empty,
  wrong = null,
  disabled,
  width = 220,
  field,
  children,
}: Props) {
  const [opened, setOpened] = useState(false);
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
          data-field={field}
          disabled={disabled}
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
          {wrong && <p className={css.wrong}>{wrong}</p>}
        </div>
      </Popover.Dropdown>
    </Popover>
  );
}
