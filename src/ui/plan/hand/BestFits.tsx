import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { PlanView } from '@/contract/plan/plan-view';
import { errorText } from '../../messages/errors';
import { changeText, OBJECTIVE_WORDS, priceText } from '../../messages/figures';
import { momentText } from '../../shared/time';
import { changedMeasures, type Fit } from './board/hand-desk';
import { gripFit } from './grip';
import css from './Hand.module.css';
import type { Hand } from './use-hand';

const MOST_SHOWN = 8;
const MOST_MEASURES = 3;

interface Props {
  readonly hand: Hand;
  readonly view: PlanView;
  readonly visitId: string;
}

/** The places where a visit fits best, cheapest first; each can be taken at once. */
export function BestFits({ hand, view, visitId }: Props) {
  const { data, error } = useQuery({
    queryKey: ['fits', hand.board, visitId],
    queryFn: () => hand.fits(visitId, MOST_SHOWN),
    staleTime: 60_000,
  });
  const now = view.people
    .flatMap((p) => p.shifts)
    .flatMap((s) => (s.route?.stops ?? []).map((x) => ({ shiftId: s.id, ...x })))
    .filter((x) => x.visitId === visitId);
  const isHere = (f: Fit): boolean =>
    now.length === f.seats.length &&
    now.every((x) => f.startAt === x.startAt && f.shiftIds.includes(x.shiftId));
  const others = (data ?? []).filter((f) => !isHere(f));
  const [best] = others;
  return (
    <>
      {error && <p className="bad">{errorText(error)}</p>}
      {!data && !error && <p className="quiet">Trying every cord …</p>}
      {data && others.length === 0 && (
        <p className="quiet">
          No {now.length > 0 ? 'other ' : ''}cord on these days has a place that keeps the rules.
        </p>
      )}
      {others.length > 0 && (
        <ul className={css.fits} aria-label="Best places">
          {others.map((fit) => (
            <li key={`${fit.shiftIds.join()}${fit.startAt}`}>
              <FitLine fit={fit} view={view} />
              {hand.mayHand && (
                <Button
                  size="compact-xs"
                  variant={fit === best ? 'filled' : 'default'}
                  onClick={() => void hand.make(gripFit(visitId, fit), now.length > 0 ? 'move' : 'place')}
                >
                  {now.length > 0 ? 'Move it there' : 'Place it'}
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function FitLine({ fit, view }: { readonly fit: Fit; readonly view: PlanView }) {
  const names = fit.shiftIds.map(
    (id) => view.people.find((p) => p.shifts.some((s) => s.id === id))?.name ?? '',
  );
  const dear = changedMeasures(fit.change).slice(0, MOST_MEASURES);
  return (
    <>
      <div style={{ display: 'flex', justifyContent: 'space-between', gap: 8 }}>
        <span>
          <b>{names.join(' and ')}</b> {momentText(fit.startAt, view.zone)}
        </span>
        <b className={fit.price > 0 ? 'bad' : 'good'}>{changeText(fit.price, priceText)}</b>
      </div>
      <div className="quiet">
        {dear
          .map(
            (o) =>
              `${OBJECTIVE_WORDS[o].name} ${changeText(fit.change[o].amount, OBJECTIVE_WORDS[o].amount)}`,
          )
          .join(' · ')}
        {fit.pushed > 0 ? ` · ${fit.pushed} pushed later` : ''}
      </div>
    </>
  );
}
