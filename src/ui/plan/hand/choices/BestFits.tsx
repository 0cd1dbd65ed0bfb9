import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { errorText } from '../../../messages/errors';
import {
  changeText,
  distanceText,
  durationText,
  OBJECTIVE_WORDS,
  priceText,
} from '../../../messages/figures';
import { RULE_WORDS } from '../../../messages/rules';
import { momentText } from '../../../shared/time';
import { percentText } from '../../cords/knot';
import type { Fit, FitLimits } from '../board/fits';
import { changedMeasures } from '../board/hand-desk';
import { gripFit } from '../grip';
import css from '../Hand.module.css';
import type { Hand } from '../use-hand';
import { FitLimitsLine } from './FitLimitsLine';

const FIRST_SHOWN = 6;
const MORE_SHOWN = 24;
const MOST_MEASURES = 3;
const DAYS_AHEAD = 7;
/** Said as minutes and kilometres already. */
const SAID_APART: readonly string[] = ['travelTime', 'travelDistance'];

interface Props {
  readonly hand: Hand;
  readonly view: PlanView;
  readonly visitId: string;
}

/** The places where a visit fits best, cheapest first; each can be taken at once. */
export function BestFits({ hand, view, visitId }: Props) {
  const [limits, setLimits] = useState<FitLimits>({});
  const [limit, setLimit] = useState(FIRST_SHOWN);
  const [ahead, setAhead] = useState(0);
  const { data, error, isFetching } = useQuery({
    queryKey: ['fits', hand.board, visitId, limits, limit, ahead],
    queryFn: () => hand.bestFits(visitId, limit + 1, { limits, ahead }),
    staleTime: 60_000,
    placeholderData: (before, query) => (query?.queryKey[2] === visitId ? before : undefined),
  });
  const now = view.people
    .flatMap((p) => p.shifts)
    .flatMap((s) => (s.route?.stops ?? []).map((x) => ({ shiftId: s.id, ...x })))
    .filter((x) => x.visitId === visitId);
  const isHere = (f: Fit): boolean =>
    now.length === f.seats.length &&
    now.every((x) => f.startAt === x.startAt && f.shiftIds.includes(x.shiftId));
  const others = (data ?? []).filter((f) => !isHere(f)).slice(0, limit);
  const deed = now.length > 0 ? 'move' : 'place';
  const take = (fit: Fit): void => {
    const grip = gripFit(visitId, fit);
    if (fit.against.length > 0)
      hand.askReason({
        grip,
        deed,
        ahead,
        outcome: { broken: fit.against.map((rule) => ({ rule, facts: {} })) },
      });
    else void hand.make(grip, deed, { ahead });
  };
  return (
    <div aria-busy={isFetching} id="best-fits">
      <FitLimitsLine limits={limits} onChange={setLimits} view={view} mayForce={hand.mayForce} />
      {error && <p className="bad">{errorText(error)}</p>}
      {!data && !error && <p className="quiet">Trying every cord …</p>}
      {data && others.length === 0 && (
        <p className="quiet">
          No {now.length > 0 ? 'other ' : ''}cord on these days has such a place that keeps the rules.
        </p>
      )}
      {others.length > 0 && (
        <ul className={css.fits} aria-label="Best places">
          {others.map((fit, i) => (
            <li key={`${fit.shiftIds.join()}${fit.startAt}`}>
              <FitLine fit={fit} view={view} />
              {hand.mayHand && (
                <Button size="compact-xs" variant={i === 0 ? 'filled' : 'default'} onClick={() => take(fit)}>
                  {fit.against.length > 0
                    ? 'Against the rule …'
                    : now.length > 0
                      ? 'Move it there'
                      : 'Place it'}
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      <p className={css.more}>
        {data && data.length > limit && limit < MORE_SHOWN && (
          <button type="button" className="link" onClick={() => setLimit(MORE_SHOWN)}>
            More places
          </button>
        )}
        <button type="button" className="link" onClick={() => setAhead((d) => (d === 0 ? DAYS_AHEAD : 0))}>
          {ahead === 0 ? 'A week further ahead' : 'Only the days on screen'}
        </button>
      </p>
    </div>
  );
}

export function nameOfShift(view: PlanView, shiftId: string): string {
  const person =
    view.people.find((p) => p.shifts.some((s) => s.id === shiftId)) ??
    // Further ahead than what is on screen: a shift is called after its person.
    view.people.find((p) => shiftId.startsWith(`${p.id}@`));
  return person?.name ?? '';
}

function FitLine({ fit, view }: { readonly fit: Fit; readonly view: PlanView }) {
  const names = fit.shiftIds.map((id) => nameOfShift(view, id));
  const { travelTime, travelDistance } = fit.change;
  const dear = changedMeasures(fit.change)
    .filter((o) => !SAID_APART.includes(o))
    .slice(0, MOST_MEASURES);
  const said = [
    `driving ${changeText(travelTime.amount, durationText)}, ${changeText(travelDistance.amount, distanceText)}`,
    ...dear.map(
      (o) => `${OBJECTIVE_WORDS[o].name} ${changeText(fit.change[o].amount, OBJECTIVE_WORDS[o].amount)}`,
    ),
    ...(fit.pushed > 0 ? [`${fit.pushed} pushed later`] : []),
    ...(fit.chance === null ? [] : [`window kept on ${percentText(fit.chance)} of days`]),
  ];
  return (
    <>
      <div className={css.wayHead}>
        <span>
          <b>{names.join(' and ')}</b> {momentText(fit.startAt, view.zone)}
        </span>
        <b className={fit.price > 0 ? 'bad' : 'good'}>{changeText(fit.price, priceText)}</b>
      </div>
      <div className="quiet">{said.join(' · ')}</div>
      {fit.against.map((rule) => (
        <div key={rule} className="bad">
          {RULE_WORDS[rule]}
        </div>
      ))}
    </>
  );
}
