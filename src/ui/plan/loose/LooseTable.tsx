import { Modal, TextInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import type { PlanView, VisitView } from '@/contract/plan/plan-view';
import { durationText } from '../../messages/figures';
import { clock, momentText } from '../../shared/time';

type Column = 'priority' | 'jobKind' | 'site' | 'window' | 'due' | 'duration';

const COLUMNS: readonly {
  readonly key: Column;
  readonly name: string;
  readonly value: (v: VisitView) => string | number;
}[] = [
  { key: 'priority', name: 'Priority', value: (v) => v.priority },
  { key: 'jobKind', name: 'Job kind', value: (v) => v.jobKind },
  { key: 'site', name: 'Site', value: (v) => v.site },
  { key: 'window', name: 'Promised', value: (v) => v.windows[0]?.startAt ?? Number.MAX_SAFE_INTEGER },
  { key: 'due', name: 'Due', value: (v) => v.dueAt ?? 0 },
  { key: 'duration', name: 'Takes', value: (v) => v.durationMin ?? 0 },
];

interface Props {
  readonly view: PlanView;
  readonly opened: boolean;
  readonly onClose: () => void;
  readonly onSelect: (selection: string) => void;
}

/** The loose ends as a table to sort and filter. */
export function LooseTable({ view, opened, onClose, onSelect }: Props) {
  const [sort, setSort] = useState<Column>('priority');
  const [filter, setFilter] = useState('');
  const rows = useMemo(() => {
    const loose = new Set(view.looseIds);
    const words = filter.trim().toLowerCase();
    const value = COLUMNS.find((c) => c.key === sort)!.value;
    return view.visits
      .filter((v) => loose.has(v.id) && `${v.label} ${v.jobKind} ${v.site}`.toLowerCase().includes(words))
      .sort((a, b) => (value(a) < value(b) ? -1 : value(a) > value(b) ? 1 : 0));
  }, [view, sort, filter]);
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      size={980}
      title={`Loose ends (${view.looseIds.length})`}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <TextInput
        label="Filter"
        placeholder="number, job kind or site"
        value={filter}
        onChange={(e) => setFilter(e.currentTarget.value)}
        data-autofocus
      />
      {rows.length === 0 && (
        <p>
          {view.looseIds.length === 0
            ? 'No loose ends in this extent: everything has a place.'
            : 'No loose end matches the filter.'}
        </p>
      )}
      {rows.length > 0 && (
        <table className="figures">
          <thead>
            <tr>
              {COLUMNS.map((c) => (
                <th key={c.key} aria-sort={sort === c.key ? 'ascending' : 'none'}>
                  <button type="button" className="link" onClick={() => setSort(c.key)}>
                    {c.name}
                    {sort === c.key ? ' ↓' : ''}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((v) => (
              <tr key={v.id}>
                <td>{v.priority}</td>
                <td>
                  <button
                    type="button"
                    className="link"
                    onClick={() => {
                      onSelect(`visit:${v.id}`);
                      onClose();
                    }}
                  >
                    {v.jobKind}
                  </button>{' '}
                  <span className="quiet">{v.label}</span>
                </td>
                <td>{v.site}</td>
                <td>
                  {v.windows[0]
                    ? `${momentText(v.windows[0].startAt, v.zone)}–${clock(v.windows[0].endAt, v.zone)}`
                    : '–'}
                </td>
                <td>{v.dueAt === undefined ? '–' : momentText(v.dueAt, v.zone)}</td>
                <td>{durationText((v.durationMin ?? 0) * 60)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Modal>
  );
}
