import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { type PlanView, type ShiftView, slackOf } from '@/contract/plan/plan-view';
import type { UntangleWay } from '@/core/index';
import { errorText } from '../../../messages/errors';
import { changeText, priceText } from '../../../messages/figures';
import { clock, momentText } from '../../../shared/time';
import type { Outcome, WayOut } from '../board/hand-desk';
import css from '../Hand.module.css';
import type { Hand } from '../use-hand';

const WAY_WORDS: Readonly<Record<UntangleWay, string>> = {
  push: 'Push the rest later',
  order: 'A new order',
  others: 'Give away on this day',
  days: 'Give away to another day',
};
const MOST_LISTED = 4;

/** What is wrong with a day as it is drawn: rules broken on it, and windows missed. */
export function tangleIn(view: PlanView, shift: ShiftView): number {
  const missed = (shift.route?.stops ?? []).filter((s) => s.visitId !== '' && slackOf(s) === 'missed').length;
  return missed + view.violations.filter((v) => v.shiftId === shift.id).length;
}

interface Props {
  readonly hand: Hand;
  readonly view: PlanView;
  readonly shift: ShiftView;
}

/** Ways to put a tangled day in order, each with its price and all that it moves; nothing leaves the day unsaid. */
export function Untangle({ hand, view, shift }: Props) {
  const isTangled = tangleIn(view, shift) > 0;
  const { data, error } = useQuery({
    queryKey: ['untangle', hand.board, shift.id],
    queryFn: () => hand.untangle(shift.id),
    enabled: isTangled,
    staleTime: 60_000,
  });
  if (!isTangled || !hand.mayHand) return null;
  return (
    <section aria-label="Untangle">
      <h4 className={css.head}>Untangle</h4>
      {error && <p className="bad">{errorText(error)}</p>}
      {!data && !error && <p className="quiet">Looking for ways out …</p>}
      {data?.length === 0 && (
        <p className="quiet">No order and nobody else helps here: something has to come off.</p>
      )}
      <ul className={css.fits}>
        {data?.map((one) => (
          <li key={one.way}>
            <Way one={one} view={view} />
            <Button
              size="compact-xs"
              variant={one === data[0] ? 'filled' : 'default'}
              onClick={() => void hand.make(one.grip, 'untangle')}
            >
              Do that
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Way({ one, view }: { readonly one: WayOut; readonly view: PlanView }) {
  const { outcome, way, left } = one;
  return (
    <>
      <div className={css.wayHead}>
        <span>
          <b>{WAY_WORDS[way]}</b>{' '}
          <span className="quiet">{left === 0 ? 'all in order' : `${left} still wrong`}</span>
        </span>
        <b className={outcome.price > 0 ? 'bad' : 'good'}>{changeText(outcome.price, priceText)}</b>
      </div>
      <div className="quiet">{movedText(view, outcome)}</div>
    </>
  );
}

/** What goes where, in words. */
function movedText(view: PlanView, { days }: Outcome): string {
  const was = new Map(
    view.people.flatMap((p) =>
      p.shifts.flatMap((s) =>
        (s.route?.stops ?? []).map((x) => [`${x.visitId} ${s.id}`, x.startAt] as const),
      ),
    ),
  );
  const moved = days.flatMap((d) =>
    d.stops
      .filter((s) => s.isMoved)
      .map((s) => {
        const label = view.visits.find((v) => v.id === s.visitId)?.label ?? 'other work';
        const isHere = was.has(`${s.visitId} ${d.shiftId}`);
        const person = view.people.find((p) => p.shifts.some((x) => x.id === d.shiftId));
        const day = view.dates.length > 1 ? momentText(s.startAt, view.zone) : clock(s.startAt, view.zone);
        return { isHere, text: isHere ? `${label} ${day}` : `${label} to ${person?.name ?? ''} ${day}` };
      }),
  );
  // What changes hands is said first.
  const sorted = [...moved.filter((m) => !m.isHere), ...moved.filter((m) => m.isHere)].map((m) => m.text);
  const rest = sorted.length - MOST_LISTED;
  return `${sorted.slice(0, MOST_LISTED).join(', ')}${rest > 0 ? ` and ${rest} more` : ''}`;
}
