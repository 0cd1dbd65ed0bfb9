import { Modal, TextInput } from '@mantine/core';
import { useDebouncedValue, useHotkeys } from '@mantine/hooks';
import { IconSearch } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, useState } from 'react';
import { arrangementList } from '@/contract/plan/desks';
import { found, LEAST_SEARCHED } from '@/contract/shared/find';
import { errorText } from '../../messages/errors';
import { callApi } from '../api';
import { dayText } from '../time';
import css from './FindBox.module.css';
import { commandsFor, desksFor, hrefOf, type Line } from './lines';

const PAUSE_MS = 150;

/** One field that finds visits, people, sites and commands, and goes there; opened by "/". */
export function FindBox() {
  const [opened, setOpened] = useState(false);
  useHotkeys([['/', () => setOpened(true)]]);
  return (
    <>
      <button type="button" className={css.box} onClick={() => setOpened(true)}>
        <IconSearch size={14} aria-hidden="true" /> Find <kbd>/</kbd>
      </button>
      <Modal
        opened={opened}
        onClose={() => setOpened(false)}
        title="Find a visit, person, site or command"
        closeButtonProps={{ 'aria-label': 'Close' }}
        size={620}
      >
        <Finder onGone={() => setOpened(false)} />
      </Modal>
    </>
  );
}

function Finder({ onGone }: { readonly onGone: () => void }) {
  const router = useRouter();
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const [asked] = useDebouncedValue(text.trim(), PAUSE_MS);
  const { data, error, isFetching } = useQuery({
    queryKey: ['find', asked],
    queryFn: ({ signal }) => callApi(`/api/find?q=${encodeURIComponent(asked)}`, found, { signal }),
    enabled: asked.length >= LEAST_SEARCHED,
    placeholderData: (previous) => previous,
  });
  const desks = useQuery({
    queryKey: ['arrangements'],
    queryFn: ({ signal }) => callApi('/api/plan/desks', arrangementList, { signal }),
    staleTime: 60_000,
    retry: false,
  });
  const lines: readonly Line[] = [
    ...commandsFor(text),
    ...desksFor(text, desks.data?.desks ?? []),
    ...(asked.length >= LEAST_SEARCHED ? (data ?? []) : []).map(
      (f): Line => ({
        key: `${f.kind} ${f.id}`,
        kind: f.kind,
        title: f.title,
        detail: `${f.detail}${f.kind !== 'visit' ? '' : f.date ? `, ${dayText(f.date)}` : ', a loose end'}`,
        href: hrefOf(f),
      }),
    ),
  ];
  const current = Math.min(at, lines.length - 1);
  const go = (line: Line | undefined): void => {
    if (!line) return;
    onGone();
    router.push(line.href);
  };
  const onKeyDown = (e: KeyboardEvent): void => {
    if (e.key === 'ArrowDown') setAt(Math.min(lines.length - 1, current + 1));
    else if (e.key === 'ArrowUp') setAt(Math.max(0, current - 1));
    else if (e.key === 'Enter') go(lines[current]);
    else return;
    e.preventDefault();
  };
  const isEmpty = asked.length >= LEAST_SEARCHED && lines.length === 0 && !isFetching && !error;
  return (
    <>
      <TextInput
        aria-label="Find"
        placeholder="W-1047, a name, a street, “print” …"
        value={text}
        onChange={(e) => {
          setText(e.currentTarget.value);
          setAt(0);
        }}
        onKeyDown={onKeyDown}
        role="combobox"
        aria-expanded={lines.length > 0}
        aria-controls="found"
        aria-activedescendant={lines.length > 0 ? `found-${current}` : undefined}
        data-autofocus
      />
      {error && <p className="bad">{errorText(error)}</p>}
      {isEmpty && <p className="quiet">Nothing that you may see goes by this.</p>}
      <div id="found" role="listbox" aria-label="Found" className={css.list}>
        {lines.map((line, i) => (
          <div
            key={line.key}
            id={`found-${i}`}
            role="option"
            tabIndex={-1}
            aria-selected={i === current}
            className={css.line}
            onClick={() => go(line)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') go(line);
            }}
            onMouseMove={() => setAt(i)}
          >
            <span className="quiet">{line.kind}</span>
            <b>{line.title}</b>
            <span className="quiet">{line.detail}</span>
          </div>
        ))}
      </div>
    </>
  );
}
