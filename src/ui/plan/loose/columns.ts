import type { Condition } from '@/contract/plan/desks';
import type { PlanView, VisitView } from '@/contract/plan/plan-view';
import { durationText } from '../../messages/figures';
import { whyLooseText } from '../../messages/rules';
import { clock, momentText } from '../../shared/time';

/** A loose end with all that is said of it in a table. */
export interface LooseRow {
  readonly visit: VisitView;
  readonly territory: string;
  readonly now: number;
  readonly zone: string;
  /** The rule that takes the last people away, "room", null where there is a place, undefined while that is not known. */
  readonly why: string | null | undefined;
}

export interface Column {
  readonly key: string;
  readonly name: string;
  /** What it is sorted, compared and grouped by. */
  readonly value: (r: LooseRow) => string | number;
  readonly text: (r: LooseRow) => string;
  readonly form: 'number' | 'text';
  /** Numbers are compared in this unit. */
  readonly unit?: string;
}

const NEVER = Number.MAX_SAFE_INTEGER;
const DAY = 86_400;
const SOON = 2 * 3600;

/** Days since somebody asked for it. */
const ageOf = ({ visit, now }: LooseRow): number => Math.max(0, (now - (visit.receivedAt ?? now)) / DAY);

/** The first promised window that can still be kept. */
function nextWindow({ visit, now }: LooseRow) {
  return visit.windows.find((w) => w.endAt > now);
}

/** How it stands with what was promised. */
export function promiseOf(row: LooseRow): 'none' | 'ahead' | 'soon' | 'missed' {
  if (row.visit.windows.length === 0) return 'none';
  const window = nextWindow(row);
  if (!window) return 'missed';
  return window.endAt - row.now < SOON ? 'soon' : 'ahead';
}
const PROMISE_WORDS = { none: '–', ahead: 'ahead', soon: 'at risk', missed: 'missed' } as const;
const PROMISE_RANK = { missed: 0, soon: 1, ahead: 2, none: 3 } as const;

function windowText(row: LooseRow): string {
  const window = nextWindow(row) ?? row.visit.windows.at(-1);
  return window ? `${momentText(window.startAt, row.zone)}–${clock(window.endAt, row.zone)}` : '–';
}

const plain = (key: string, name: string, of: (r: LooseRow) => string): Column => ({
  key,
  name,
  form: 'text',
  value: of,
  text: of,
});

/** Every column that the table of loose ends can have. */
export const LOOSE_COLUMNS: readonly Column[] = [
  {
    key: 'priority',
    name: 'Priority',
    form: 'number',
    value: (r) => r.visit.priority,
    text: (r) => String(r.visit.priority),
  },
  plain('jobKind', 'Job kind', (r) => r.visit.jobKind),
  plain('number', 'Number', (r) => r.visit.label),
  plain('site', 'Site', (r) => r.visit.site),
  plain('territory', 'Territory', (r) => r.territory),
  {
    key: 'promise',
    name: 'Promise',
    form: 'text',
    value: (r) => `${PROMISE_RANK[promiseOf(r)]} ${PROMISE_WORDS[promiseOf(r)]}`,
    text: (r) => PROMISE_WORDS[promiseOf(r)],
  },
  {
    key: 'window',
    name: 'Promised',
    form: 'number',
    unit: 'days from now',
    value: (r) => nextWindow(r)?.startAt ?? r.visit.windows.at(-1)?.startAt ?? NEVER,
    text: windowText,
  },
  {
    key: 'dueAt',
    name: 'Due',
    form: 'number',
    unit: 'days from now',
    value: (r) => r.visit.dueAt ?? NEVER,
    text: (r) => (r.visit.dueAt === undefined ? '–' : momentText(r.visit.dueAt, r.zone)),
  },
  {
    key: 'age',
    name: 'Age',
    form: 'number',
    unit: 'days',
    value: ageOf,
    text: (r) => (ageOf(r) < 1 ? 'today' : `${Math.floor(ageOf(r))} d`),
  },
  {
    key: 'duration',
    name: 'Takes',
    form: 'number',
    unit: 'minutes',
    value: (r) => r.visit.durationMin ?? 0,
    text: (r) => durationText((r.visit.durationMin ?? 0) * 60),
  },
  {
    key: 'people',
    name: 'People',
    form: 'number',
    value: (r) => r.visit.people ?? 1,
    text: (r) => String(r.visit.people ?? 1),
  },
  {
    key: 'why',
    name: 'Why loose',
    form: 'text',
    value: (r) => (r.why === undefined ? '' : whyLooseText(r.why)),
    text: (r) => (r.why === undefined ? '…' : whyLooseText(r.why)),
  },
  plain('tied', 'Tied', (r) => (r.visit.tiedTime || r.visit.tiedPerson ? 'tied' : '–')),
  plain('zone', 'Zone of the site', (r) => r.visit.zone),
];

export const USUAL_COLUMNS = [
  'priority',
  'jobKind',
  'site',
  'territory',
  'promise',
  'window',
  'dueAt',
  'duration',
] as const;

export const columnOf = (key: string): Column | undefined => LOOSE_COLUMNS.find((c) => c.key === key);

/** What a condition compares: moments as days from now, the rest as it is. */
function comparedOf(column: Column, row: LooseRow): string | number {
  const value = column.value(row);
  return column.unit === 'days from now' && typeof value === 'number' ? (value - row.now) / DAY : value;
}

/** Whether a row meets a condition; a field that there is no more asks for nothing. */
export function meets(row: LooseRow, { field, is, value }: Condition): boolean {
  const column = columnOf(field);
  if (!column) return true;
  const text = column.text(row).toLowerCase();
  const wanted = value.trim().toLowerCase();
  const number = Number(comparedOf(column, row));
  switch (is) {
    case 'is':
      return text === wanted;
    case 'is-not':
      return text !== wanted;
    case 'has':
      return text.includes(wanted);
    case 'at-least':
      return wanted === '' || number >= Number(wanted);
    case 'at-most':
      return wanted === '' || number <= Number(wanted);
    case 'empty':
      return text === '–' || text === '';
    case 'not-empty':
      return text !== '–' && text !== '';
  }
}

/** Sorted by a column, "-key" for the other way round; what is equal stays as it was. */
export function sortedBy(rows: readonly LooseRow[], sort: string): LooseRow[] {
  const column = columnOf(sort.replace(/^-/, '')) ?? LOOSE_COLUMNS[0]!;
  const sign = sort.startsWith('-') ? -1 : 1;
  return [...rows].sort((a, b) => {
    const [x, y] = [column.value(a), column.value(b)];
    return sign * (x < y ? -1 : x > y ? 1 : 0);
  });
}

/** Rows under the words that they have in common, in the order in which these come first. */
export function groupedBy(
  rows: readonly LooseRow[],
  key: string | null,
): { readonly name: string | null; readonly rows: readonly LooseRow[] }[] {
  const column = key === null ? undefined : columnOf(key);
  if (!column) return [{ name: null, rows }];
  const groups = new Map<string, LooseRow[]>();
  for (const row of rows) groups.set(column.text(row), [...(groups.get(column.text(row)) ?? []), row]);
  return [...groups].map(([name, own]) => ({ name, rows: own }));
}

export function looseRows(view: PlanView, why: ReadonlyMap<string, string | null>, now: number): LooseRow[] {
  const loose = new Set(view.looseIds);
  const names = new Map(view.territories.map((t) => [t.id, t.name]));
  return view.visits
    .filter((v) => loose.has(v.id))
    .map((visit) => ({
      visit,
      territory: names.get(visit.territoryId) ?? '',
      now,
      zone: view.zone,
      why: why.has(visit.id) ? (why.get(visit.id) ?? null) : undefined,
    }));
}
