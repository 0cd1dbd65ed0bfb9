import type { PersonView, ShiftView } from '@/contract/plan/plan-view';
import { durationText } from '../../messages/figures';
import css from './Timeline.module.css';

/** Planned time (driving and work) against working time of some shifts, in seconds. Time in a crew is the crew's. */
export function loadOf(shifts: readonly ShiftView[]): { plannedSec: number; workedSec: number } {
  let plannedSec = 0;
  let workedSec = 0;
  for (const shift of shifts) {
    if (shift.inCrew && !shift.route) continue;
    workedSec += shift.endAt - shift.startAt;
    const { route } = shift;
    if (!route) continue;
    const pause = route.breaks.reduce((sum, b) => sum + b.endAt - b.startAt, 0);
    workedSec -= pause;
    const onSite = route.stops.reduce((sum, s) => sum + s.finishAt - s.startAt + s.travelSec, 0);
    // Driving on own time is not working time, planned or not.
    const ownSec = Math.max(0, shift.startAt - route.departAt) + route.arriveAt - route.workEndAt;
    plannedSec += onSite + route.endTravelSec - ownSec;
  }
  return { plannedSec, workedSec };
}

interface Props {
  readonly person: PersonView;
  readonly shifts: readonly ShiftView[];
  readonly territory: string;
  readonly zoneNote: string | null;
  readonly onSelect: () => void;
}

export function PersonLabel({ person, shifts, territory, zoneNote, onSelect }: Props) {
  const { plannedSec, workedSec } = loadOf(shifts);
  const isInCrew = shifts.some((s) => s.inCrew);
  const share = workedSec > 0 ? plannedSec / workedSec : 0;
  return (
    <button type="button" className={css.person} onClick={onSelect} tabIndex={-1} data-person={person.id}>
      <span className={css.line}>
        <b>{person.name}</b>
        <span title="planned time, driving included">
          {workedSec > 0 ? durationText(plannedSec) : isInCrew ? 'in a crew' : 'off'}
        </span>
      </span>
      <span className={css.line}>
        <span className="quiet">
          {territory}
          {person.crewOf ? ` · ${person.crewOf} people` : ''}
          {zoneNote ? ` · ${zoneNote}` : ''}
        </span>
        <span
          className={css.load}
          data-over={share > 1}
          title={`${Math.round(share * 100)} % of ${durationText(workedSec)}`}
          role="img"
          aria-label={`${Math.round(share * 100)} percent of ${durationText(workedSec)} planned`}
        >
          <i style={{ width: `${Math.min(100, share * 100)}%` }} />
        </span>
      </span>
    </button>
  );
}
