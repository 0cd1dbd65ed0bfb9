import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { type VisitWhy, visitWhy } from '@/contract/plan/why';
import { errorText } from '../../messages/errors';
import { changeText, OBJECTIVE_WORDS, priceText, tellingMeasures } from '../../messages/figures';
import { REASON_WORDS } from '../../messages/rules';
import { callApi } from '../../shared/api';
import { clock, dayText, shortDay } from '../../shared/time';
import { BestFits } from '../hand/choices/BestFits';
import type { Hand } from '../hand/use-hand';
import css from './Why.module.css';

interface Props {
  readonly view: PlanView;
  readonly query: string;
  readonly visitId: string;
  readonly onSelect: (selection: string | null) => void;
  readonly hand: Hand;
}

/** What else is possible for a visit: other places with their price, and for whom it is out of the question and why. */
export function VisitWhySection({ view, query, visitId, onSelect, hand }: Props) {
  const { data, error } = useQuery({
    queryKey: ['why-visit', query, visitId, view.revision],
    queryFn: ({ signal }) =>
      callApi(`/api/plan/why/visits/${encodeURIComponent(visitId)}?${query}`, visitWhy, { signal }),
  });
  return (
    <>
      <h3>What else is possible</h3>
      {error && <p className="bad">{errorText(error)}</p>}
      {!data && !error && <p className="quiet">Trying every person and day …</p>}
      {data && (
        <>
          {data.chance !== null && (
            <p className={css.fact}>
              Its window is kept on <b>{Math.round(data.chance * 100)} %</b> of simulated days.
            </p>
          )}
          {hand.mayHand ? (
            <BestFits hand={hand} view={view} visitId={visitId} />
          ) : (
            <Places why={data} view={view} onSelect={onSelect} />
          )}
          <FunnelOf why={data} />
        </>
      )}
    </>
  );
}

function Places({
  why,
  view,
  onSelect,
}: {
  readonly why: VisitWhy;
  readonly view: PlanView;
  readonly onSelect: Props['onSelect'];
}) {
  const [opened, setOpened] = useState<number | null>(null);
  if (why.places.length === 0)
    return (
      <p className={`${css.fact} bad`}>
        There is no place for it as things stand: see below what takes everybody away.
      </p>
    );
  return (
    <ul className={css.places} aria-label="Best places">
      {why.places.map((p, i) => {
        const [spot] = p.spots;
        const names = p.spots.map((s) => s.person).join(' and ');
        return (
          <li key={`${names} ${p.startAt}`}>
            <button
              type="button"
              aria-expanded={opened === i}
              onClick={() => setOpened((o) => (o === i ? null : i))}
            >
              <span>
                {names}
                <span className="quiet">
                  {' '}
                  {shortDay(spot!.date)} {clock(p.startAt, view.zone)}
                  {p.moved > 0 && ` · ${p.moved} ${p.moved === 1 ? 'other moves' : 'others move'}`}
                </span>
              </span>
              <b className={p.price <= 0 ? 'good' : ''}>{changeText(p.price, priceText)}</b>
            </button>
            {opened === i && (
              <div className={css.change}>
                {tellingMeasures(p.change)
                  .filter((o) => p.change[o].price !== 0)
                  .map((o) => (
                    <div key={o}>
                      <span>{OBJECTIVE_WORDS[o].name}</span>
                      <span className="quiet">
                        {changeText(p.change[o].amount, OBJECTIVE_WORDS[o].amount)}
                      </span>
                      <span>{changeText(p.change[o].price, priceText)}</span>
                    </div>
                  ))}
                <button type="button" className="link" onClick={() => onSelect(`person:${spot!.personId}`)}>
                  {spot!.person} on {dayText(spot!.date)}
                </button>
              </div>
            )}
          </li>
        );
      })}
    </ul>
  );
}

function FunnelOf({ why }: { readonly why: VisitWhy }) {
  const [opened, setOpened] = useState<string | null>(null);
  let left = why.shifts;
  return (
    <>
      <h3>Who is out of the question, rule by rule</h3>
      <ol className={css.funnel} aria-label="Person-days left after each rule">
        <li>
          <span>Everybody in sight, all days</span>
          <span className={css.bar} style={{ width: '100%' }} aria-hidden="true" />
          <span>{why.shifts}</span>
        </li>
        {why.steps
          .filter((s) => s.removed > 0)
          .map((s) => {
            left -= s.removed;
            const isOpen = opened === s.rule;
            return (
              <li key={s.rule}>
                <button
                  type="button"
                  className={css.step}
                  aria-expanded={isOpen}
                  onClick={() => setOpened(isOpen ? null : s.rule)}
                >
                  {REASON_WORDS[s.rule]}: {s.removed}
                </button>
                <span
                  className={css.bar}
                  style={{ width: `${(left / Math.max(1, why.shifts)) * 100}%` }}
                  aria-hidden="true"
                />
                <span className={left === 0 ? 'bad' : ''}>{left}</span>
                {isOpen && (
                  <ul className={css.who}>
                    {s.who.map((w) => (
                      <li key={w.personId}>
                        {w.person} <span className="quiet">{w.dates.map(shortDay).join(', ')}</span>
                      </li>
                    ))}
                  </ul>
                )}
              </li>
            );
          })}
      </ol>
    </>
  );
}
