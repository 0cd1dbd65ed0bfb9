import Link from 'next/link';
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

const ageText = (row: WorkRow, now: number): string => {
  const days = Math.floor((now - row.receivedAt) / DAY_SEC);
  return days < 1 ? 'today' : `${days} d`;
};

interface Props {
  readonly rows: readonly WorkRow[];
  readonly now: number;
  readonly sort?: string;
  readonly onSort?: (sort: string) => void;
}

const HEADS: readonly (readonly [name: string, sort: string | null])[] = [
  ['Number', 'number'],
  ['Work', null],
  ['Site', null],
  ['State', null],
  ['Promised', 'promisedAt'],
  ['Planned', 'plannedAt'],
  ['Due', 'dueAt'],
  ['Age', 'receivedAt'],
];

/** Work orders as a table. */
export function WorkTable({ rows, now, sort, onSort }: Props) {
  return (
    <table className="figures">
      <thead>
        <tr>
          {HEADS.map(([name, by]) => {
            const isBy = by !== null && sort?.replace(/^-/, '') === by;
            const isDown = sort?.startsWith('-') ?? false;
            return (
              <th key={name} aria-sort={!isBy ? undefined : isDown ? 'descending' : 'ascending'}>
                {by !== null && onSort ? (
                  <button
                    type="button"
                    className="link"
                    onClick={() => onSort(isBy && !isDown ? `-${by}` : by)}
                  >
                    {name}
                    {isBy ? (isDown ? ' ↑' : ' ↓') : ''}
                  </button>
                ) : (
                  name
                )}
              </th>
            );
          })}
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.id}>
            <td style={{ whiteSpace: 'nowrap' }}>
              <Link className="link" href={`/work/orders/${encodeURIComponent(r.id)}`}>
                W-{r.number}
              </Link>
              {r.outsideNumber && <div className="quiet">{r.outsideNumber}</div>}
            </td>
            <td>
              {r.summary}
              {r.summary !== r.jobKind && <div className="quiet">{r.jobKind}</div>}
            </td>
            <td>
              {r.site}
              <div className="quiet">{[r.customer, r.territory].filter(Boolean).join(' · ')}</div>
            </td>
            <td className={r.atRisk ? 'bad' : undefined}>
              {stateText(r)}
              {r.atRisk && <div>at risk</div>}
              {r.stage === 'open' && r.priority !== null && (
                <div className="quiet">priority {r.priority}</div>
              )}
            </td>
            <td>{promisedText(r)}</td>
            <td>
              {r.plannedAt === null ? '–' : momentText(r.plannedAt, r.zone)}
              {r.people && <div className="quiet">{r.people}</div>}
            </td>
            <td>{r.dueAt === null ? '–' : momentText(r.dueAt, r.zone)}</td>
            <td>{ageText(r, now)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
