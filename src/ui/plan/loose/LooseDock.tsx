import { ActionIcon, TextInput } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { IconX } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import type { PlanView, VisitView } from '@/contract/plan/plan-view';
import { durationText } from '../../messages/figures';
import { clock, momentText } from '../../shared/time';
import { idOf } from '../selection';
import css from './LooseDock.module.css';

type Column = 'priority' | 'jobKind' | 'site' | 'territory' | 'window' | 'due' | 'duration';

interface Row {
  readonly visit: VisitView;
  readonly territory: string;
}

const COLUMNS: readonly {
  readonly key: Column;
  readonly name: string;
  readonly value: (r: Row) => string | number;
}[] = [
  { key: 'priority', name: 'Priority', value: (r) => r.visit.priority },
  { key: 'jobKind', name: 'Job kind', value: (r) => r.visit.jobKind },
  { key: 'site', name: 'Site', value: (r) => r.visit.site },
  { key: 'territory', name: 'Territory', value: (r) => r.territory },
  { key: 'window', name: 'Promised', value: (r) => r.visit.windows[0]?.startAt ?? Number.MAX_SAFE_INTEGER },
  { key: 'due', name: 'Due', value: (r) => r.visit.dueAt ?? 0 },
  { key: 'duration', name: 'Takes', value: (r) => r.visit.durationMin ?? 0 },
];

interface Props {
  readonly view: PlanView;
  readonly selected: string | null;
  readonly marked: ReadonlySet<string>;
  readonly onSelect: (selection: string) => void;
  readonly onClose: () => void;
}

/** The loose ends as a table that stands below the cords, so that they can be carried out of it. */
export function LooseDock({ view, selected, marked, onSelect, onClose }: Props) {
  const [sort, setSort] = useLocalStorage<{ by: Column; isDown: boolean }>({
    key: 'lime-loose-sort',
    defaultValue: { by: 'priority', isDown: false },
  });
  const [filter, setFilter] = useState('');
  const rows = useMemo(() => {
    const loose = new Set(view.looseIds);
    const names = new Map(view.territories.map((t) => [t.id, t.name]));
    const words = filter.trim().toLowerCase().split(/\s+/);
    const { value } = COLUMNS.find((c) => c.key === sort.by) ?? COLUMNS[0]!;
    const sign = sort.isDown ? -1 : 1;
    return view.visits
      .filter((v) => loose.has(v.id))
      .map((visit): Row => ({ visit, territory: names.get(visit.territoryId) ?? '' }))
      .filter((r) => {
        const text = `${r.visit.label} ${r.visit.jobKind} ${r.visit.site} ${r.territory}`.toLowerCase();
        return words.every((w) => text.includes(w));
      })
      .sort((a, b) => {
        const [x, y] = [value(a), value(b)];
        return sign * (x < y ? -1 : x > y ? 1 : 0);
      });
  }, [view, sort, filter]);
  const current = idOf(selected, 'visit');
  return (
    <section className={css.dock} aria-label="Loose ends as a table">
      <div className={css.head}>
        <strong>
          {rows.length === view.looseIds.length ? rows.length : `${rows.length} of ${view.looseIds.length}`}{' '}
          loose ends
        </strong>
        <TextInput
          size="xs"
          aria-label="Filter loose ends"
          placeholder="number, job kind, site or territory"
          value={filter}
          onChange={(e) => setFilter(e.currentTarget.value)}
        />
        <ActionIcon variant="subtle" color="gray" aria-label="Close the table" onClick={onClose}>
          <IconX size={16} />
        </ActionIcon>
      </div>
      <div className={css.body} tabIndex={0}>
        {rows.length === 0 && (
          <p className="quiet">
            {view.looseIds.length === 0
              ? 'No loose ends in this extent: everything has a place.'
              : 'No loose end matches the filter.'}
          </p>
        )}
        {rows.length > 0 && (
          <table className={`figures ${css.table}`}>
            <thead>
              <tr>
                {COLUMNS.map((c) => (
                  <th
                    key={c.key}
                    aria-sort={sort.by !== c.key ? 'none' : sort.isDown ? 'descending' : 'ascending'}
                  >
                    <button
                      type="button"
                      className="link"
                      onClick={() => setSort({ by: c.key, isDown: sort.by === c.key ? !sort.isDown : false })}
                    >
                      {c.name}
                      {sort.by === c.key ? (sort.isDown ? ' ↑' : ' ↓') : ''}
                    </button>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ visit: v, territory }) => (
                <tr
                  key={v.id}
                  data-visit={v.id}
                  data-current={v.id === current}
                  data-marked={marked.has(v.id)}
                >
                  <td>{v.priority}</td>
                  <td>
                    <button type="button" className="link" onClick={() => onSelect(`visit:${v.id}`)}>
                      {v.jobKind}
                    </button>{' '}
                    <span className="quiet">{v.label}</span>
                  </td>
                  <td>{v.site}</td>
                  <td>{territory}</td>
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
      </div>
    </section>
  );
}
