import Link from 'next/link';
import type { WorkRow } from '@/contract/work/work-list';
import { USUAL_COLUMNS, WORK_COLUMNS } from './work-columns';

interface Props {
  readonly rows: readonly WorkRow[];
  readonly now: number;
  readonly columns?: readonly string[];
  readonly sort?: string;
  readonly onSort?: (sort: string) => void;
}

/** Work orders as a table, each with its number and the columns named. */
export function WorkTable({ rows, now, columns = USUAL_COLUMNS, sort, onSort }: Props) {
  const shown = WORK_COLUMNS.filter((c) => columns.includes(c.name));
  const heads = [{ name: 'number', title: 'Number', sort: 'number' }, ...shown];
  return (
    <table className="figures">
      <thead>
        <tr>
          {heads.map(({ name, title, sort: by }) => {
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
                    {title}
                    {isBy ? (isDown ? ' ↑' : ' ↓') : ''}
                  </button>
                ) : (
                  title
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
              {r.outsideNumber && !columns.includes('outside') && (
                <div className="quiet">{r.outsideNumber}</div>
              )}
            </td>
            {shown.map((c) => (
              <td key={c.name}>{c.cell(r, now)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
