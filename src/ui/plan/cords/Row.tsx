import { memo } from 'react';
import type { DeskSettings } from '@/contract/plan/desks';
import type { PersonView, PlanView, VisitView } from '@/contract/plan/plan-view';
import { offsetMinutes } from '@/core/index';
import { type Axis, hourTicks } from './axis';
import { CancelledKnots } from './CancelledKnots';
import { Cord, CordPatterns, ROW_HEIGHT } from './Cord';
import { GhostKnots } from './GhostKnots';
import type { Ghost } from './ghosts';
import { NowLine } from './HourLine';
import type { ColourContext } from './knot';
import { PersonLabel } from './PersonLabel';

/** Heights of rows. */
export const ROW_PX = { small: 40, usual: ROW_HEIGHT, large: 62 } as const;

interface RowProps {
  readonly rowPx: number;
  readonly columns: DeskSettings['columns'];
  readonly person: PersonView;
  readonly date: string;
  readonly view: PlanView;
  readonly now: number;
  readonly axis: Axis;
  readonly visits: ReadonlyMap<string, VisitView>;
  readonly colour: ColourContext;
  readonly selectedId: string | null;
  /** What was cancelled, where that is selected. */
  readonly selected: string | null;
  readonly marked: ReadonlySet<string>;
  readonly onSelect: (selection: string) => void;
  /** Where another plan has visits of theirs. */
  readonly ghosts: readonly Ghost[] | undefined;
  readonly otherName: string;
}

/** A person's name and cord on one day. */
export const Row = memo(function Row({
  rowPx,
  columns,
  ghosts,
  otherName,
  person,
  date,
  view,
  now,
  axis,
  visits,
  colour,
  selectedId,
  selected,
  marked,
  onSelect,
}: RowProps) {
  const shifts = person.shifts.filter((s) => s.date === date);
  const territory = view.territories.find((t) => t.id === person.homeTerritory)?.name ?? 'Elsewhere';
  const apart = (offsetMinutes(axis.fromAt, person.zone) - offsetMinutes(axis.fromAt, view.zone)) / 60;
  return (
    <>
      <PersonLabel
        person={person}
        shifts={shifts}
        territory={territory}
        zoneNote={apart === 0 ? null : `${apart > 0 ? '+' : '−'}${Math.abs(apart)} h`}
        onSelect={() => onSelect(`person:${person.id}`)}
        columns={columns}
      />
      <svg width={axis.width} height={rowPx} role="group" aria-label={`Day of ${person.name}`}>
        <CordPatterns />
        {hourTicks(axis).map((at) => (
          <line
            key={at}
            x1={axis.x(at)}
            x2={axis.x(at)}
            y1={0}
            y2={rowPx}
            stroke="var(--hair)"
            strokeWidth={0.7}
          />
        ))}
        <ClosedTime axis={axis} shifts={shifts} height={rowPx} />
        {/* Behind the knots: it does not run through their words. */}
        <NowLine axis={axis} now={now} height={rowPx} />
        <CancelledKnots
          cancelled={view.cancelled.filter((c) => c.personId === person.id && c.date === date)}
          axis={axis}
          zone={view.zone}
          selected={selected}
          onSelect={onSelect}
        />
        {ghosts && (
          <GhostKnots
            ghosts={ghosts}
            axis={axis}
            visits={visits}
            planName={otherName}
            onSelect={(id) => onSelect(`visit:${id}`)}
          />
        )}
        {shifts.map((shift) => (
          <Cord
            key={shift.id}
            person={person}
            shift={shift}
            axis={axis}
            visits={visits}
            colour={colour}
            selectedId={selectedId}
            marked={marked}
            onSelect={(id) => onSelect(`visit:${id}`)}
            isLarge={rowPx === ROW_PX.large}
          />
        ))}
      </svg>
    </>
  );
});

/** Time outside the person's shifts is hatched ground. */
function ClosedTime({
  axis,
  shifts,
  height,
}: {
  readonly height: number;
  readonly axis: Axis;
  readonly shifts: readonly { startAt: number; endAt: number }[];
}) {
  const open = [...shifts].sort((a, b) => a.startAt - b.startAt);
  const closed: [number, number][] = [];
  let at = axis.fromAt;
  for (const s of open) {
    if (s.startAt > at) closed.push([at, s.startAt]);
    at = Math.max(at, s.endAt);
  }
  if (at < axis.toAt) closed.push([at, axis.toAt]);
  return closed.map(([a, b]) => (
    <rect key={a} x={axis.x(a)} width={axis.x(b) - axis.x(a)} y={0} height={height} fill="url(#hatch)" />
  ));
}
