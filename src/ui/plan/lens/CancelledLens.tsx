import { Button } from '@mantine/core';
import type { PlanView } from '@/contract/plan/plan-view';
import { clock, dayText } from '../../shared/time';
import type { Hand } from '../hand/use-hand';
import css from './Lens.module.css';
import { LensTitle } from './LensTitle';

interface Props {
  readonly view: PlanView;
  readonly visitId: string;
  readonly onSelect: (selection: string | null) => void;
  readonly hand: Hand;
}

/** A visit that was cancelled: where it was, and the way back. */
export function CancelledLens({ view, visitId, onSelect, hand }: Props) {
  const seats = view.cancelled.filter((c) => c.visitId === visitId);
  const [first] = seats;
  if (!first) return <LensTitle text="Not cancelled any more" onClose={() => onSelect(null)} />;
  return (
    <>
      <LensTitle text={first.jobKind} onClose={() => onSelect(null)} />
      <p className="quiet">
        {first.site} · {first.label}
      </p>
      <p className={`${css.fact} bad`}>Cancelled. Its time is free.</p>
      {seats.map((s) => (
        <p key={s.personId} className={css.fact}>
          It was with {view.people.find((p) => p.id === s.personId)?.name ?? 'somebody else'},{' '}
          {dayText(s.date)}, {clock(s.startAt, view.zone)}–{clock(s.finishAt, view.zone)}.
        </p>
      ))}
      {hand.mayHand && (
        <Button
          size="compact-sm"
          mt={8}
          onClick={() =>
            void hand.onVisits.bringBack([visitId]).then((made) => made && onSelect(`visit:${visitId}`))
          }
        >
          Bring it back
        </Button>
      )}
    </>
  );
}
