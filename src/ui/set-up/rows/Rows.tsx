import { ActionIcon } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useDraftContext, useField } from '../draft/DraftContext';
import css from './Rows.module.css';

interface Props {
  readonly path: string;
  /** What one of it is called: "break". */
  readonly one: string;
  /** What a new one begins as. */
  readonly blank: () => Readonly<Record<string, unknown>>;
  /** What stands there while there is none. */
  readonly empty: string;
  readonly add?: string;
  readonly children: (path: string, index: number) => React.ReactNode;
}

/** A list of sentences, each of which can be taken out, and one more be added. */
export function Rows({ path, one, blank, empty, add, children }: Props) {
  const draft = useDraftContext();
  const { value, set, wrong } = useField<Record<string, unknown>[]>(path);
  const list = value ?? [];
  const isOpen = draft.archivedAt === null;
  return (
    <div className={css.rows} data-field={path}>
      {list.length === 0 && <span className="quiet">{empty}</span>}
      <ul>
        {list.map((_row, i) => (
          // Rows have no identity of their own: their place is what they are edited by.
          <li key={i}>
            <span>{children(`${path}.${i}`, i)}</span>
            {isOpen && (
              <ActionIcon
                variant="subtle"
                color="gray"
                size="sm"
                aria-label={`Take out this ${one}`}
                onClick={() => set(list.filter((_, j) => j !== i))}
              >
                <IconX size={14} />
              </ActionIcon>
            )}
          </li>
        ))}
      </ul>
      {isOpen && (
        <button type="button" className="link" onClick={() => set([...list, blank()])}>
          {add ?? `another ${one}`}
        </button>
      )}
      {wrong && <p className={css.wrong}>{wrong}</p>}
    </div>
  );
}
