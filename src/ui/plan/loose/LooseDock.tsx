import { ActionIcon, Checkbox, NativeSelect, TextInput } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import { Fragment, useMemo, useState } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { useNow } from '../../shared/use-now';
import type { Desk } from '../desk/use-desk';
import type { Hand } from '../hand/use-hand';
import { idOf } from '../selection';
import { ArrangeLoose } from './ArrangeLoose';
import { ChosenBar } from './ChosenBar';
import {
  type Column,
  columnOf,
  groupedBy,
  type LooseRow,
  looseRows,
  meets,
  promiseOf,
  sortedBy,
} from './columns';
import css from './LooseDock.module.css';
import { useLooseView } from './use-loose-view';

interface Props {
  readonly view: PlanView;
  readonly hand: Hand;
  readonly desk: Desk;
  readonly selected: string | null;
  readonly marked: ReadonlySet<string>;
  readonly onMark: (marked: ReadonlySet<string>) => void;
  readonly onSelect: (selection: string) => void;
  readonly onClose: () => void;
}

const NO_WHY: ReadonlyMap<string, string | null> = new Map();

/** The loose ends as a table that stands below the cords, so that they can be carried out of it. */
export function LooseDock({ view, hand, desk, selected, marked, onMark, onSelect, onClose }: Props) {
  const loose = useLooseView(desk);
  const { settings } = loose;
  const [filter, setFilter] = useState('');
  const now = useNow(view);
  const asksWhy = [settings.groupBy, settings.sort.replace(/^-/, ''), ...settings.columns].includes('why');
  const why = useQuery({
    queryKey: ['why-loose', hand.board],
    queryFn: () => hand.whyLoose(view.looseIds),
    enabled:
      view.kind === 'live' &&
      view.looseIds.length > 0 &&
      (asksWhy || settings.conditions.some((c) => c.field === 'why')),
    staleTime: 300_000,
  });
  const rows = useMemo(() => {
    const words = filter.trim().toLowerCase().split(/\s+/);
    const kept = looseRows(view, why.data ?? NO_WHY, now).filter((r) => {
      const text = `${r.visit.label} ${r.visit.jobKind} ${r.visit.site} ${r.territory}`.toLowerCase();
      return words.every((w) => text.includes(w)) && settings.conditions.every((c) => meets(r, c));
    });
    return sortedBy(kept, settings.sort);
  }, [view, settings, filter, why.data, now]);
  const columns = settings.columns.flatMap((key) => columnOf(key) ?? []);
  const shown = new Set(rows.map((r) => r.visit.id));
  const chosen = [...marked].filter((id) => shown.has(id));
  const toggle = (ids: readonly string[], isOn: boolean): void => {
    const next = new Set(marked);
    for (const id of ids)
      if (isOn) next.add(id);
      else next.delete(id);
    onMark(next);
  };
  const isCut = rows.length !== view.looseIds.length;
  return (
    <section className={css.dock} aria-label="Loose ends as a table" data-dock>
      <div className={css.head}>
        <strong>{isCut ? `${rows.length} of ${view.looseIds.length}` : rows.length} loose ends</strong>
        <NativeSelect
          size="xs"
          aria-label="View of loose ends"
          data={[
            { value: '', label: loose.view === null && loose.isChanged ? 'as arranged' : 'usual view' },
            ...loose.views.map((v) => ({
              value: v.id,
              label: `${v.name}${v.isOwn ? '' : ` of ${v.owner}`}${v.id === loose.view?.id && loose.isChanged ? ', changed' : ''}`,
            })),
          ]}
          value={loose.view?.id ?? ''}
          onChange={(e) => loose.open(e.currentTarget.value || null)}
        />
        <ArrangeLoose loose={loose} desk={desk} />
        {loose.isChanged && (
          <button type="button" className="link" onClick={() => loose.open(loose.view?.id ?? null)}>
            As it was
          </button>
        )}
        <TextInput
          size="xs"
          w={220}
          aria-label="Filter loose ends"
          placeholder="number, job kind, site, territory"
          value={filter}
          onChange={(e) => setFilter(e.currentTarget.value)}
        />
        <ActionIcon variant="subtle" color="gray" aria-label="Close the table" onClick={onClose}>
          <IconX size={16} />
        </ActionIcon>
      </div>
      {chosen.length > 0 && hand.mayHand && (
        <ChosenBar hand={hand} view={view} chosen={chosen} onDone={() => toggle(chosen, false)} />
      )}
      <div className={css.body} tabIndex={0}>
        {rows.length === 0 && (
          <p className="quiet">
            {view.looseIds.length === 0
              ? 'No loose ends in this extent: everything has a place.'
              : 'No loose end matches the filter and the view above.'}
          </p>
        )}
        {rows.length > 0 && (
          <table className={`figures ${css.table}`}>
            <thead>
              <tr>
                <th>
                  <Checkbox
                    size="xs"
                    aria-label="Choose all"
                    checked={chosen.length === rows.length}
                    indeterminate={chosen.length > 0 && chosen.length < rows.length}
                    onChange={(e) => toggle([...shown], e.currentTarget.checked)}
                  />
                </th>
                {columns.map((c) => (
                  <Head key={c.key} column={c} sort={settings.sort} onSort={(sort) => loose.set({ sort })} />
                ))}
              </tr>
            </thead>
            <tbody>
              {groupedBy(rows, settings.groupBy).map((group) => (
                <Fragment key={group.name ?? ''}>
                  {group.name !== null && (
                    <tr className={css.group}>
                      <th colSpan={columns.length + 1} scope="rowgroup">
                        {group.name} <span className="quiet">{group.rows.length}</span>
                      </th>
                    </tr>
                  )}
                  {group.rows.map((row) => (
                    <Line
                      key={row.visit.id}
                      row={row}
                      columns={columns}
                      isCurrent={row.visit.id === idOf(selected, 'visit')}
                      isMarked={marked.has(row.visit.id)}
                      onMark={(isOn) => toggle([row.visit.id], isOn)}
                      onSelect={onSelect}
                    />
                  ))}
                </Fragment>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </section>
  );
}

interface HeadProps {
  readonly column: Column;
  readonly sort: string;
  readonly onSort: (sort: string) => void;
}

function Head({ column, sort, onSort }: HeadProps) {
  const isBy = sort.replace(/^-/, '') === column.key;
  const isDown = sort.startsWith('-');
  return (
    <th aria-sort={!isBy ? 'none' : isDown ? 'descending' : 'ascending'}>
      <button
        type="button"
        className="link"
        onClick={() => onSort(isBy && !isDown ? `-${column.key}` : column.key)}
      >
        {column.name}
        {isBy ? (isDown ? ' ↑' : ' ↓') : ''}
      </button>
    </th>
  );
}

interface LineProps {
  readonly row: LooseRow;
  readonly columns: readonly Column[];
  readonly isCurrent: boolean;
  readonly isMarked: boolean;
  readonly onMark: (isOn: boolean) => void;
  readonly onSelect: (selection: string) => void;
}

function Line({ row, columns, isCurrent, isMarked, onMark, onSelect }: LineProps) {
  const { visit } = row;
  const promise = promiseOf(row);
  const open = (): void => onSelect(`visit:${visit.id}`);
  return (
    <tr data-visit={visit.id} data-current={isCurrent} data-marked={isMarked}>
      <td>
        <Checkbox
          size="xs"
          aria-label={`Choose ${visit.label}`}
          checked={isMarked}
          onChange={(e) => onMark(e.currentTarget.checked)}
        />
      </td>
      {columns.map((c, i) => (
        <td
          key={c.key}
          className={
            c.key === 'promise' && promise !== 'none' ? (promise === 'ahead' ? 'good' : 'bad') : undefined
          }
        >
          {c.key === 'jobKind' || (i === 0 && !columns.some((x) => x.key === 'jobKind')) ? (
            <button type="button" className="link" onClick={open}>
              {c.text(row)}
            </button>
          ) : (
            c.text(row)
          )}
          {c.key === 'jobKind' && <span className="quiet"> {visit.label}</span>}
        </td>
      ))}
    </tr>
  );
}
