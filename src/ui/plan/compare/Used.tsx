import { Fragment } from 'react';
import type { Compared } from '@/contract/plan/compare';
import { shortDay } from '../../shared/time';
import css from './Compare.module.css';
import { MARKS, MarkBeside } from './marks';

/** Planned over worked time by territory and day, a bar a plan. */
export function Used({ answer }: { readonly answer: Compared }) {
  const dates = [...new Set(answer.plans.flatMap((p) => p.used.map((u) => u.date)))].sort();
  const shareOf = (plan: number, date: string, territoryId: string): number | null => {
    const cell = answer.plans[plan]!.used.find((u) => u.date === date && u.territoryId === territoryId);
    return cell && cell.workedSec > 0 ? cell.plannedSec / cell.workedSec : null;
  };
  return (
    <section className={css.scroll} aria-label="Utilization by day and territory" tabIndex={0}>
      <table className={`figures ${css.used}`}>
        <thead>
          <tr>
            <th scope="col">Utilization</th>
            {dates.map((d) => (
              <th key={d} scope="col" className="number">
                {shortDay(d)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {answer.territories.map((t) => (
            <Fragment key={t.id}>
              {answer.plans.map((p, i) => (
                <tr key={p.id}>
                  <th scope="row">
                    <MarkBeside kind={MARKS[i]!} />
                    {i === 0 ? t.name : <span className="quiet">{p.name.split(',')[0]}</span>}
                  </th>
                  {dates.map((d) => {
                    const share = shareOf(i, d, t.id);
                    return (
                      <td key={d} className={`number ${share !== null && share > 1 ? 'bad' : ''}`}>
                        {share === null ? '–' : `${Math.round(share * 100)} %`}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </Fragment>
          ))}
        </tbody>
      </table>
    </section>
  );
}

const BINS = [
  [1, 5],
  [6, 15],
  [16, 30],
  [31, 60],
  [61, Number.POSITIVE_INFINITY],
] as const;

/** How late the late ones are, in a few bins. */
export function Lateness({ answer }: { readonly answer: Compared }) {
  const counts = answer.plans.map((p) =>
    BINS.map(([a, b]) => p.lateMin.filter((m) => m >= a && m <= b).length),
  );
  const most = Math.max(1, ...counts.flat());
  if (counts.every((c) => c.every((n) => n === 0)))
    return <p className="quiet">Nobody is late in any of them.</p>;
  return (
    <table className={`figures ${css.used}`}>
      <thead>
        <tr>
          <th scope="col">Minutes late</th>
          {BINS.map(([a, b]) => (
            <th key={a} scope="col" className="number">
              {Number.isFinite(b) ? `${a}–${b}` : `over ${a - 1}`}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {answer.plans.map((p, i) => (
          <tr key={p.id}>
            <th scope="row">
              <MarkBeside kind={MARKS[i]!} />
              {p.name.split(',')[0]}
            </th>
            {counts[i]!.map((n, k) => (
              <td key={BINS[k]![0]} className="number">
                <span className={css.bin} style={{ width: `${(n / most) * 30}px` }} aria-hidden="true" /> {n}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
