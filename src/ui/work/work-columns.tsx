import type { ReactNode } from 'react';
import type { WorkRow } from '@/contract/work/work-list';
import { clock, momentText } from '../shared/time';

const DAY_SEC = 86_400;

export const STAGE_WORDS: Readonly<Record<WorkRow['stage'], string>> = {
  open: 'open',
  done: 'done',
  confirmed: 'confirmed',
  cancelled: 'cancelled',
};

/** What a work order has come to, in a few words. */
export function stateText(row: WorkRow): string {
  if (row.stage !== 'open') return STAGE_WORDS[row.stage];
  if (row.visits === 0) return 'without a visit';
  if (row.loose === 0) return 'planned';
  return row.loose === row.visits ? 'loose end' : `${row.loose} of ${row.visits} loose`;
}

export function promisedText(row: Pick<WorkRow, 'promisedAt' | 'promisedUntil' | 'zone'>): string {
  if (row.promisedAt === null || row.promisedUntil === null) return '–';
  return `${momentText(row.promisedAt, row.zone)}–${clock(row.promisedUntil, row.zone)}`;
}

/** Since when work waits: whole days, "today" below one. */
export function ageText(row: Pick<WorkRow, 'receivedAt'>, now: number): string {
  const days = Math.floor((now - row.receivedAt) / DAY_SEC);
  return days < 1 ? 'today' : `${days} d`;
}

interface Column {
  readonly name: string;
  readonly title: string;
  /** What the server sorts by, where it can. */
  readonly sort: string | null;
  readonly cell: (row: WorkRow, now: number) => ReactNode;
}

const moment = (at: number | null, zone: string): string => (at === null ? '–' : momentText(at, zone));

/** All that can be shown of a work order in the list, in the order of the table. */
export const WORK_COLUMNS: readonly Column[] = [
  {
    name: 'work',
    title: 'Work',
    sort: null,
    cell: (r) => (
      <>
        {r.summary}
        {r.summary !== r.jobKind && <div className="quiet">{r.jobKind}</div>}
      </>
    ),
  },
  {
    name: 'site',
    title: 'Site',
    sort: null,
    cell: (r) => (
      <>
        {r.site}
        <div className="quiet">{[r.customer, r.territory].filter(Boolean).join(' · ')}</div>
      </>
    ),
  },
  { name: 'outside', title: 'Number outside', sort: null, cell: (r) => r.outsideNumber ?? '–' },
  { name: 'customer', title: 'Customer', sort: null, cell: (r) => r.customer ?? '–' },
  { name: 'territory', title: 'Territory', sort: null, cell: (r) => r.territory },
  { name: 'kind', title: 'Job kind', sort: null, cell: (r) => r.jobKind },
  {
    name: 'state',
    title: 'State',
    sort: null,
    cell: (r) => (
      <span className={r.atRisk ? 'bad' : undefined}>
        {stateText(r)}
        {r.atRisk && <div>at risk</div>}
        {r.stage === 'open' && r.priority !== null && <div className="quiet">priority {r.priority}</div>}
      </span>
    ),
  },
  { name: 'priority', title: 'Priority', sort: 'priority', cell: (r) => r.priority ?? '–' },
  { name: 'visits', title: 'Visits', sort: null, cell: (r) => r.visits },
  { name: 'promised', title: 'Promised', sort: 'promisedAt', cell: promisedText },
  {
    name: 'planned',
    title: 'Planned',
    sort: 'plannedAt',
    cell: (r) => (
      <>
        {moment(r.plannedAt, r.zone)}
        {r.people && <div className="quiet">{r.people}</div>}
      </>
    ),
  },
  { name: 'due', title: 'Due', sort: 'dueAt', cell: (r) => moment(r.dueAt, r.zone) },
  { name: 'received', title: 'Taken in', sort: 'receivedAt', cell: (r) => moment(r.receivedAt, r.zone) },
  { name: 'age', title: 'Age', sort: 'receivedAt', cell: ageText },
];

export const USUAL_COLUMNS: readonly string[] = [
  'work',
  'site',
  'state',
  'promised',
  'planned',
  'due',
  'age',
];

/** The columns that an address names, as far as there are such; the usual ones where it names none. */
export function columnsOf(text: string | null): readonly string[] {
  const named = (text ?? '').split(',').filter((name) => WORK_COLUMNS.some((c) => c.name === name));
  return named.length > 0 ? named : USUAL_COLUMNS;
}
