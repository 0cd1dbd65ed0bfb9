import type { DeskSettings } from '@/contract/plan/desks';
import type { PersonView, RouteView, ShiftView } from '@/contract/plan/plan-view';
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
  /** What else stands beside the name. */
  readonly columns?: DeskSettings['columns'];
}

/** Width of a figure beside the name. */
export const COLUMN_PX = 58;

function figureOf(column: DeskSettings['columns'][number], shifts: readonly ShiftView[]): string {
  const routes = shifts.flatMap((s) => s.route ?? []);
  const sum = (of: (r: RouteView) => number): number => routes.reduce((total, r) => total + of(r), 0);
  if (column === 'visits') return String(sum((r) => r.stops.length));
  if (column === 'overtime') return durationText(sum((r) => r.overtimeSec));
  if (column === 'driving')
    return durationText(sum((r) => r.stops.reduce((t, s) => t + s.travelSec, r.endTravelSec)));
  if (column === 'late') return String(sum((r) => r.stops.filter((s) => s.slackSec < 0).length));
  return durationText(loadOf(shifts).workedSec);
}

/** The mark of a load: an open ring is free, half is part, whole is full, crossed is more than there is. */
export function LoadMark({ share, isOff = false }: { readonly share: number; readonly isOff?: boolean }) {
  const load = loadWord(share);
  if (isOff) return null;
  return (
    <svg width={12} height={12} viewBox="-6 -6 12 12" role="img" aria-label={load} className={css.mark}>
      <title>{load}</title>
      <circle
        r={4.6}
        fill={load === 'full' || load === 'overfull' ? 'currentColor' : 'none'}
        stroke="currentColor"
        strokeWidth={1.3}
      />
      {load === 'part' && <path d="M0 -4.6 A4.6 4.6 0 0 1 0 4.6 Z" fill="currentColor" />}
      {load === 'overfull' && <path d="M-6 0 H6" stroke="var(--plum)" strokeWidth={2.4} />}
    </svg>
  );
}

const FREE = 0.05;
const FULL = 0.9;
const OVERFULL = 1.005;

/** How full a day is, in a word. */
export function loadWord(share: number): 'free' | 'part' | 'full' | 'overfull' {
  return share < FREE ? 'free' : share < FULL ? 'part' : share < OVERFULL ? 'full' : 'overfull';
}

export function PersonLabel({ person, shifts, territory, zoneNote, onSelect, columns = [] }: Props) {
  const { plannedSec, workedSec } = loadOf(shifts);
  const isInCrew = shifts.some((s) => s.inCrew);
  const share = workedSec > 0 ? plannedSec / workedSec : 0;
  return (
    <button type="button" className={css.person} onClick={onSelect} tabIndex={-1} data-person={person.id}>
      {columns.map((c, i) => (
        <span key={c} className={css.figure} style={{ right: 8 + (columns.length - 1 - i) * COLUMN_PX }}>
          <span className="quiet">{c}</span>
          <span>{figureOf(c, shifts)}</span>
        </span>
      ))}
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
