import { Textarea } from '@mantine/core';
import { useState } from 'react';
import { useField } from '../draft/DraftContext';
import { Word, type WordProps } from './Word';

type Fact = string | number | boolean | string[];

function readFact(text: string): Fact {
  const trimmed = text.trim();
  if (trimmed === 'yes' || trimmed === 'no') return trimmed === 'yes';
  if (trimmed !== '' && Number.isFinite(Number(trimmed))) return Number(trimmed);
  if (trimmed.includes(','))
    return trimmed
      .split(',')
      .map((t) => t.trim())
      .filter(Boolean);
  return trimmed;
}

function sayFact(fact: Fact): string {
  if (typeof fact === 'boolean') return fact ? 'yes' : 'no';
  return Array.isArray(fact) ? `${fact.join(', ')}${fact.length === 1 ? ',' : ''}` : String(fact);
}

/** Free facts, a line each: "van = tall"; several values with commas, "yes" and "no" as such. */
export function FactsWord({ path, label, empty }: WordProps & { readonly empty: string }) {
  const { value, set } = useField<Record<string, Fact>>(path);
  const lines = Object.entries(value ?? {}).map(([key, fact]) => `${key} = ${sayFact(fact)}`);
  const [text, setText] = useState<string | null>(null);
  const take = (typed: string): void => {
    setText(typed);
    const read = typed
      .split('\n')
      .map((line) => /^\s*([^=]+?)\s*=\s*(.+)$/.exec(line))
      .flatMap((m) => (m ? [[m[1]!, readFact(m[2]!)] as const] : []));
    set(Object.fromEntries(read));
  };
  return (
    <Word path={path} label={label} text={lines.join(', ')} empty={empty} width={320}>
      {() => (
        <Textarea
          label={label}
          description="One a line: name = value. Several values with commas; yes or no as such."
          value={text ?? lines.join('\n')}
          onChange={(e) => take(e.currentTarget.value)}
          onBlur={() => setText(null)}
          autosize
          minRows={3}
          data-autofocus
        />
      )}
    </Word>
  );
}

/** A list of plain lines, such as tasks. */
export function LinesWord({ path, label, empty }: WordProps & { readonly empty: string }) {
  const { value, set } = useField<string[]>(path);
  const [text, setText] = useState<string | null>(null);
  const lines = value ?? [];
  return (
    <Word
      path={path}
      label={label}
      text={lines.length > 0 ? `${lines.length} tasks` : null}
      empty={empty}
      width={380}
    >
      {() => (
        <Textarea
          label={label}
          description="One a line, in the order in which they are done."
          value={text ?? lines.join('\n')}
          onChange={(e) => {
            setText(e.currentTarget.value);
            set(
              e.currentTarget.value
                .split('\n')
                .map((l) => l.trim())
                .filter(Boolean),
            );
          }}
          onBlur={() => setText(null)}
          autosize
          minRows={4}
          data-autofocus
        />
      )}
    </Word>
  );
}
