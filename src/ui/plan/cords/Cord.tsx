import {
  type PersonView,
  type ShiftView,
  type StopView,
  slackOf,
  type VisitView,
} from '@/contract/plan/plan-view';
import { durationText } from '../../messages/figures';
import { clock } from '../../shared/time';
import type { Axis } from './axis';
import { type ColourContext, knotPath, percentText, styleOf, wordsOf } from './knot';

export const ROW_HEIGHT = 46;
/** Height of the cord in its row. */
export const MID = 27;
const KNOT = 20;

interface CordProps {
  readonly person: PersonView;
  readonly shift: ShiftView;
  readonly axis: Axis;
  readonly visits: ReadonlyMap<string, VisitView>;
  readonly colour: ColourContext;
  readonly selectedId: string | null;
  /** Those that are taken up together. */
  readonly marked: ReadonlySet<string>;
  readonly onSelect: (visitId: string) => void;
  /** Rows are high enough for a second line. */
  readonly isLarge?: boolean;
}

/** One person's day as a cord: travel sags, knots are visits, brackets above are their windows. */
export function Cord(props: CordProps) {
  const { shift, axis, visits } = props;
  const { route } = shift;
  if (!route) return shift.inCrew ? <OutWithCrew shift={shift} axis={axis} /> : null;
  const parts: React.ReactNode[] = [];
  let freeAt = route.departAt;
  for (const [i, stop] of route.stops.entries()) {
    parts.push(
      <Leg
        key={`leg${i}`}
        axis={axis}
        fromAt={freeAt}
        toAt={stop.startAt}
        travelSec={stop.travelSec}
        pauses={route.breaks}
      />,
    );
    freeAt = stop.finishAt;
  }
  parts.push(
    <Leg
      key="home"
      axis={axis}
      fromAt={freeAt}
      toAt={route.arriveAt}
      travelSec={route.endTravelSec}
      pauses={route.breaks}
    />,
  );
  return (
    <g>
      {route.stops.map((stop, i) => (
        <Brackets
          key={`${stop.visitId}${i}`}
          stop={stop}
          visit={visits.get(stop.visitId)}
          axis={axis}
          lane={i % 2}
        />
      ))}
      {parts}
      <circle cx={axis.x(route.departAt)} cy={MID} r={3} fill="var(--ink)" />
      <circle
        cx={axis.x(route.arriveAt)}
        cy={MID}
        r={3}
        fill="var(--paper)"
        stroke={route.overtimeSec > 0 ? 'var(--plum)' : 'var(--ink)'}
        strokeWidth={1.6}
      />
      {route.breaks.map((b) => (
        <Pause key={b.startAt} startAt={b.startAt} endAt={b.endAt} axis={axis} />
      ))}
      {props.isLarge && <SecondLines {...props} />}
      {route.stops.map((stop, i) => (
        <Knot key={`${stop.visitId}${i}`} stop={stop} {...props} />
      ))}
    </g>
  );
}

const SECOND_LINE = 55;
const LETTER_PX = 5.6;

/** Where each visit is, under its knot. */
function SecondLines({ shift, axis, visits }: CordProps) {
  return (shift.route?.stops ?? []).map((stop, i) => {
    const visit = visits.get(stop.visitId);
    const next = shift.route?.stops[i + 1]?.startAt ?? axis.toAt;
    const room = Math.floor((axis.x(next) - axis.x(stop.startAt) - 6) / LETTER_PX);
    if (!visit || room < 3) return null;
    const text = `${visit.label} ${visit.site}`;
    return (
      <text
        key={stop.startAt}
        x={axis.x(stop.startAt) + 2}
        y={SECOND_LINE}
        fontSize={10.5}
        fill="var(--ink-2)"
      >
        {text.length > room ? `${text.slice(0, room - 1)}…` : text}
      </text>
    );
  });
}

/** Slack cord between two knots: it hangs deeper the longer the drive; waiting is dotted. */
function Leg(props: {
  axis: Axis;
  fromAt: number;
  toAt: number;
  travelSec: number;
  pauses: readonly { startAt: number; endAt: number }[];
}) {
  const { axis, fromAt, toAt, travelSec, pauses } = props;
  const inside = pauses.filter((b) => b.startAt >= fromAt - 1 && b.endAt <= toAt + 1);
  let driveFrom = fromAt;
  for (const b of inside) if (b.startAt < driveFrom + travelSec) driveFrom = Math.max(driveFrom, b.endAt);
  const after = inside.filter((b) => b.startAt >= driveFrom + travelSec);
  const waits: [number, number][] = [];
  let waitFrom = driveFrom + travelSec;
  for (const end of [...after.map((b) => b.startAt), toAt]) {
    waits.push([axis.x(waitFrom), axis.x(end)]);
    waitFrom = after.find((b) => b.startAt === end)?.endAt ?? waitFrom;
  }
  const x1 = axis.x(driveFrom);
  const x2 = axis.x(Math.min(toAt, driveFrom + travelSec));
  const minutes = Math.round(travelSec / 60);
  const depth = Math.min(26, 5 + minutes * 0.5);
  return (
    <g>
      {x2 - x1 > 1 && (
        <path
          d={`M${x1} ${MID} Q${(x1 + x2) / 2} ${MID + depth} ${x2} ${MID}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      )}
      {x2 - x1 > 20 && minutes > 0 && (
        <text x={(x1 + x2) / 2} y={MID - 1} textAnchor="middle" fontSize={10} fill="var(--ink-2)">
          {minutes}
        </text>
      )}
      {waits.map(([w1, w2]) => w2 - w1 > 2 && <Waiting key={w1} x1={w1} x2={w2} />)}
    </g>
  );
}

function Waiting({ x1, x2 }: { readonly x1: number; readonly x2: number }) {
  return (
    <line
      x1={x1}
      x2={x2}
      y1={MID}
      y2={MID}
      stroke="var(--ink-2)"
      strokeWidth={1.4}
      strokeDasharray="1.5 3.5"
      strokeLinecap="round"
    />
  );
}

/** A break is a gap in the cord, its two ends whipped. */
function Pause({
  startAt,
  endAt,
  axis,
}: {
  readonly startAt: number;
  readonly endAt: number;
  readonly axis: Axis;
}) {
  const x1 = axis.x(startAt);
  const x2 = axis.x(endAt);
  return (
    <g>
      <rect x={x1} y={MID - 6} width={Math.max(0, x2 - x1)} height={12} fill="var(--paper)" />
      <path
        d={`M${x1} ${MID - 5} V${MID + 5} M${x2} ${MID - 5} V${MID + 5}`}
        stroke="var(--ink)"
        strokeWidth={1.6}
      />
      {x2 - x1 > 28 && (
        <text x={(x1 + x2) / 2} y={MID + 3.5} textAnchor="middle" fontSize={10} fill="var(--ink-2)">
          break
        </text>
      )}
    </g>
  );
}

/** The promised window above the knot, so that slack is seen on both sides. */
function Brackets({
  stop,
  visit,
  axis,
  lane,
}: {
  readonly stop: StopView;
  readonly visit: VisitView | undefined;
  readonly axis: Axis;
  readonly lane: number;
}) {
  const window = visit?.windows.find((w) => w.endAt > axis.fromAt && w.startAt < axis.toAt);
  if (!window) return null;
  const y = 4 + lane * 4;
  const x1 = Math.max(0, axis.x(window.startAt));
  const x2 = Math.min(axis.width, axis.x(window.endAt));
  const slack = slackOf(stop);
  const tone = { comfortable: 'var(--leaf)', tight: 'var(--ochre)', missed: 'var(--plum)' }[slack];
  return (
    <g>
      <path
        d={`M${x1} ${y + 5} V${y} H${x2} V${y + 5}`}
        fill="none"
        stroke={tone}
        strokeWidth={slack === 'missed' ? 2 : 1.2}
      />
      {slack === 'missed' && (
        <text x={x2 + 4} y={y + 5} fontSize={10} fill="var(--plum)">
          {durationText(Math.ceil(-stop.slackSec / 60) * 60)} late
        </text>
      )}
    </g>
  );
}

/** Whoever is out with a crew has no cord of their own: it runs along with the crew's. */
function OutWithCrew({ shift, axis }: Pick<CordProps, 'shift' | 'axis'>) {
  const [x1, x2] = [axis.x(shift.startAt), axis.x(shift.endAt)];
  return (
    <g>
      <path d={`M${x1} ${MID} H${x2}`} stroke="var(--ink-2)" strokeWidth={1} strokeDasharray="7 4" />
      <text
        x={x1 + 10}
        y={MID + 4}
        fontSize={11.5}
        fill="var(--ink-2)"
        stroke="var(--paper)"
        strokeWidth={5}
        paintOrder="stroke"
      >
        with {shift.inCrew}
      </text>
    </g>
  );
}

function Knot(props: CordProps & { readonly stop: StopView }) {
  const { stop, axis, visits, colour, selectedId, marked, onSelect, person, shift } = props;
  const visit = visits.get(stop.visitId);
  const x = axis.x(stop.startAt);
  const width = Math.max(6, axis.x(stop.finishAt) - x);
  const style = styleOf(stop, visit, colour);
  const isSelected = visit !== undefined && selectedId === visit.id;
  const path = knotPath(x, MID, width, KNOT);
  const chance = visit && colour.chances.get(visit.id);
  const isNarrow = width < 40 || colour.by === 'chance';
  const label = visit ? (style.mark && isNarrow ? style.mark : wordsOf(visit, colour.says)) : 'elsewhere';
  const room = Math.floor((width - 14) / 6.1);
  const tied = visit && (visit.tiedPerson || visit.tiedTime);
  const spoken = visit
    ? `${visit.jobKind}, ${visit.site}, ${clock(stop.startAt, visit.zone)} to ${clock(stop.finishAt, visit.zone)}, ${person.name}, ${slackOf(stop)}${chance === undefined ? '' : `, window kept on ${percentText(chance)} of simulated days`}${stop.against === undefined ? '' : `, against a rule: ${stop.against}`}`
    : 'Busy in another territory';
  const open = (): void => {
    if (visit) onSelect(visit.id);
  };
  return (
    <g
      role="button"
      tabIndex={-1}
      aria-label={spoken}
      data-visit={visit?.id}
      data-shift={shift.id}
      style={{ cursor: visit ? 'pointer' : 'default' }}
      onClick={open}
      onKeyDown={(e) => {
        if (e.key === 'Enter') open();
      }}
    >
      {tied && (
        <path
          d={knotPath(x - 2.5, MID, width + 5, KNOT + 5)}
          fill="none"
          stroke={style.stroke}
          strokeWidth={1}
        />
      )}
      {visit && marked.has(visit.id) && (
        <path
          d={knotPath(x - 4, MID, width + 8, KNOT + 8)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.4}
          strokeDasharray="3 2"
        />
      )}
      <path
        data-body
        d={path}
        fill={isSelected ? 'var(--lime)' : style.fill}
        stroke={isSelected ? 'var(--ink)' : style.stroke}
        strokeWidth={isSelected ? 2 : 1.3}
      />
      {!isSelected && style.pattern !== 'none' && (
        <path d={path} fill={`url(#${style.pattern})`} stroke="none" style={{ color: style.stroke }} />
      )}
      {stop.against !== undefined && (
        <path
          d={`M${x + width / 2 - 6} ${MID - 20} h12 l-6 9 z`}
          fill="var(--plum)"
          stroke="var(--paper)"
          strokeWidth={1}
        />
      )}
      {room >= 2 && (
        <text
          x={x + 8}
          y={MID + 4}
          fontSize={11.5}
          fill={isSelected ? '#17241f' : style.text}
          pointerEvents="none"
        >
          {label.length > room ? `${label.slice(0, Math.max(1, room - 1))}…` : label}
        </text>
      )}
    </g>
  );
}

/** Patterns used by knots and closed time; once per drawing. */
export function CordPatterns() {
  return (
    <defs>
      <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="7" stroke="var(--hair)" strokeWidth="2" />
      </pattern>
      <pattern id="dots" width="5" height="5" patternUnits="userSpaceOnUse">
        <circle cx="1.5" cy="1.5" r="0.9" fill="var(--ochre)" opacity="0.75" />
      </pattern>
      <pattern id="stripes" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <line x1="0" y1="0" x2="0" y2="5" stroke="var(--plum)" strokeWidth="1.6" opacity="0.55" />
      </pattern>
    </defs>
  );
}
