import { Select, TextInput } from '@mantine/core';
import Link from 'next/link';
import { useState } from 'react';
import css from './Ground.module.css';
import type { Drawn } from './outlines';

interface ChosenProps {
  readonly drawn: Drawn | undefined;
  readonly others: readonly Drawn[];
  readonly mayChange: boolean;
  readonly onEdit: (d: Drawn) => void;
  readonly onJoin: (into: Drawn, other: Drawn) => void;
}

/** The chosen territory: its name, its corners as numbers, joining, and the way to its sentences. */
export function ChosenTerritory({ drawn, others, mayChange, onEdit, onJoin }: ChosenProps) {
  if (!drawn) return null;
  return (
    <div className={css.chosen}>
      {mayChange ? (
        <>
          <TextInput
            size="xs"
            label="Name"
            value={drawn.name}
            onChange={(e) => onEdit({ ...drawn, name: e.currentTarget.value })}
            error={drawn.name.trim() === '' ? 'Give it a name' : null}
          />
          <Corners drawn={drawn} onEdit={onEdit} />
          <Select
            size="xs"
            label="Join with"
            placeholder="another territory"
            data={others
              .filter((o) => o.key !== drawn.key)
              .map((o) => ({ value: o.key, label: o.name || 'no name yet' }))}
            value={null}
            onChange={(key) => {
              const other = others.find((o) => o.key === key);
              if (other) onJoin(drawn, other);
            }}
          />
        </>
      ) : (
        <b>{drawn.name}</b>
      )}
      {drawn.id && (
        <p>
          <Link className="link" href={`/set-up/territories/${encodeURIComponent(drawn.id)}`}>
            Zone, hours, holidays, who helps
          </Link>
        </p>
      )}
    </div>
  );
}

/** Corners as numbers: the way to draw without a pointer. */
function Corners({ drawn, onEdit }: Pick<ChosenProps, 'onEdit'> & { readonly drawn: Drawn }) {
  const [opened, setOpened] = useState(false);
  const [text, setText] = useState<string | null>(null);
  const shown = drawn.outline.map(([lon, lat]) => `${lat}, ${lon}`).join('\n');
  return (
    <div style={{ margin: '6px 0' }}>
      <button type="button" className="link" aria-expanded={opened} onClick={() => setOpened((o) => !o)}>
        {drawn.outline.length} corners
      </button>
      {opened && (
        <textarea
          aria-label="Corners, latitude and longitude, one a line"
          rows={6}
          style={{ width: '100%', font: 'inherit', marginTop: 4 }}
          value={text ?? shown}
          onChange={(e) => {
            setText(e.currentTarget.value);
            const read = e.currentTarget.value
              .split('\n')
              .map((line) =>
                line
                  .split(/[,;\s]+/)
                  .filter(Boolean)
                  .map(Number),
              )
              .filter((p) => p.length === 2 && p.every(Number.isFinite));
            if (read.length >= 3) onEdit({ ...drawn, outline: read.map(([lat, lon]) => [lon!, lat!]) });
          }}
          onBlur={() => setText(null)}
        />
      )}
    </div>
  );
}
