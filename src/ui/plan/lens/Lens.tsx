'use client';

import { ActionIcon } from '@mantine/core';
import { IconPin, IconPinFilled } from '@tabler/icons-react';
import { useEffect, useRef } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { OBJECTIVES, type Objective } from '@/core/index';
import type { Hand } from '../hand/use-hand';
import { CancelledLens } from './CancelledLens';
import css from './Lens.module.css';
import { MeasureLens } from './MeasureLens';
import { PersonLens } from './PersonLens';
import { VisitLens } from './VisitLens';

interface Props {
  readonly view: PlanView;
  readonly query: string;
  readonly selected: string;
  readonly onSelect: (selection: string | null) => void;
  readonly hand: Hand;
  /** Beside the plan, or over it. */
  readonly isPinned: boolean;
  readonly onPin: (isPinned: boolean) => void;
}

/** The panel that explains what is selected; Escape closes it. */
export function Lens({ view, query, selected, onSelect, hand, isPinned, onPin }: Props) {
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    const close = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') onSelect(null);
    };
    window.addEventListener('keydown', close);
    return () => window.removeEventListener('keydown', close);
  }, [onSelect]);
  // A new selection begins at its top.
  useEffect(() => {
    if (selected && panel.current) panel.current.scrollTop = 0;
  }, [selected]);
  const [kind, id = ''] = [
    selected.slice(0, selected.indexOf(':')),
    selected.slice(selected.indexOf(':') + 1),
  ];
  return (
    <aside className={css.lens} ref={panel} aria-label="Lens">
      <ActionIcon
        className={css.pin ?? ''}
        variant="subtle"
        color="gray"
        size={22}
        aria-label={isPinned ? 'Lay the lens over the plan' : 'Pin the lens beside the plan'}
        aria-pressed={isPinned}
        onClick={() => onPin(!isPinned)}
      >
        {isPinned ? <IconPinFilled size={14} /> : <IconPin size={14} />}
      </ActionIcon>
      {kind === 'visit' && (
        <VisitLens view={view} query={query} visitId={id} onSelect={onSelect} hand={hand} />
      )}
      {kind === 'person' && (
        <PersonLens view={view} query={query} personId={id} onSelect={onSelect} hand={hand} />
      )}
      {kind === 'cancelled' && <CancelledLens view={view} visitId={id} onSelect={onSelect} hand={hand} />}
      {kind === 'measure' && (
        <MeasureLens view={view} query={query} measure={measureOf(id)} onSelect={onSelect} />
      )}
    </aside>
  );
}

function measureOf(id: string): Objective | 'price' | 'rules' | 'chance' {
  return id === 'rules' || id === 'chance' ? id : (OBJECTIVES.find((o) => o === id) ?? 'price');
}
