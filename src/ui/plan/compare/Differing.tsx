import Link from 'next/link';
import { useState } from 'react';
import type { Compared, DifferingVisit } from '@/contract/plan/compare';
import type { Extent } from '@/contract/runs/run';
import { changeText, priceText } from '../../messages/figures';
import { clock, dayText } from '../../shared/time';
import css from './Compare.module.css';

type Seats = DifferingVisit['at'][number];

export function placeText(seats: Seats, zone: string, against: Seats | null = null): string {
  if (seats.length === 0) return 'loose end';
  const people = seats.map((s) => s.person).join(' and ');
  const [first] = seats;
  const same = against?.map((s) => s.person).join(' and ') === people && against[0]?.date === first!.date;
  const when = `${against?.[0]?.date === first!.date ? '' : `${dayText(first!.date)} `}${clock(first!.startAt, zone)}`;
  return same ? `same, ${when}` : `${people}, ${when}`;
}

/** Why a visit is elsewhere, as far as its places tell. */
function reasonOf(from: Seats, to: Seats, change: number): string {
  if (from.length === 0) return change < 0 ? 'placed: costs less than leaving it' : 'placed';
  if (to.length === 0) return 'left loose to make room';
  const who = from.map((s) => s.personId).join() === to.map((s) => s.personId).join();
  const day = from[0]!.date === to[0]!.date;
  return who && day
    ? 'another time'
    : who
      ? 'another day'
      : day
        ? 'another person'
        : 'another person and day';
}

interface Props {
  readonly answer: Compared;
  readonly from: number;
  readonly to: number;
  readonly zone: string;
  readonly extent: Extent;
}

const PAGE = 60;

/** Visits that two of the plans have in different places, those whose price differs most first. */
export function Differing({ answer, from, to, zone, extent }: Props) {
  const [most, setMost] = useState(PAGE);
  const [a, b] = [answer.plans[from], answer.plans[to]];
  if (!a || !b) return null;
  const rows = answer.differing
    .map((d) => ({ d, change: (d.price[to] ?? 0) - (d.price[from] ?? 0) }))
    .filter(({ d }) => JSON.stringify(d.at[from]) !== JSON.stringify(d.at[to]))
    .sort((x, y) => Math.abs(y.change) - Math.abs(x.change));
  const address = (planId: string, visitId: string): string => {
    const query = new URLSearchParams({
      plan: planId,
      territories: extent.territoryIds.join(','),
      from: extent.firstDate,
      to: extent.lastDate,
      selected: `visit:${visitId}`,
    });
    return `/plan?${query.toString()}`;
  };
  if (rows.length === 0) return <p className="quiet">They have every visit in the same place.</p>;
  return (
    <>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Visit</th>
            <th scope="col">{a.name}</th>
            <th scope="col">{b.name}</th>
            <th scope="col" className="number">
              Price
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, most).map(({ d, change }) => (
            <tr key={d.visitId}>
              <td>
                <b>{d.label}</b> {d.what}
              </td>
              <td>
                <Link className={css.plain} href={address(a.id, d.visitId)}>
                  {placeText(d.at[from]!, zone)}
                </Link>
              </td>
              <td>
                <Link className={css.plain} href={address(b.id, d.visitId)}>
                  {placeText(d.at[to]!, zone, d.at[from]!)}
                </Link>
                <div className="quiet">{reasonOf(d.at[from]!, d.at[to]!, change)}</div>
              </td>
              <td className={`number ${change < 0 ? 'good' : change > 0 ? 'bad' : 'quiet'}`}>
                {changeText(change, priceText)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > most && (
        <button type="button" className="link" onClick={() => setMost((m) => m + PAGE)}>
          {rows.length - most} more
        </button>
      )}
    </>
  );
}
