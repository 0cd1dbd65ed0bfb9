import type { VisitView } from '@/contract/plan/plan-view';
import type { Axis } from '../cords/axis';

const LANE = 25;

export interface Lane {
  readonly visit: VisitView;
  readonly x1: number;
  readonly x2: number;
  readonly lane: number;
}

/** Lays windows into lanes so that none covers another's name. */
export function layOut(visits: readonly VisitView[], axis: Axis): Lane[] {
  const ends: number[] = [];
  const out: Lane[] = [];
  const starts = (v: VisitView): number => windowOn(v, axis)?.startAt ?? 0;
  for (const visit of [...visits].sort((a, b) => starts(a) - starts(b) || a.priority - b.priority)) {
    const window = windowOn(visit, axis);
    if (!window) continue;
    const x1 = Math.max(2, axis.x(window.startAt));
    const x2 = Math.min(axis.width - 2, axis.x(window.endAt));
    const right = Math.max(x2, x1 + 22 + nameOf(visit).length * 6) + 10;
    let lane = ends.findIndex((end) => end <= x1);
    if (lane < 0) lane = ends.length;
    ends[lane] = right;
    out.push({ visit, x1, x2, lane });
  }
  return out;
}

/** The window of a visit that lies in the hours drawn, if it was promised one. */
export function windowOn(visit: VisitView, axis: Axis) {
  return visit.windows.find((w) => w.endAt > axis.fromAt && w.startAt < axis.toAt);
}

function nameOf(visit: VisitView): string {
  return `${visit.jobKind} · ${visit.site}`;
}

interface Props {
  readonly visits: readonly VisitView[];
  readonly axis: Axis;
  readonly selectedId: string | null;
  readonly onSelect: (visitId: string) => void;
}

/** Loose ends as empty brackets where their windows lie, on the axis of the cords below. */
export function LooseEnds({ visits, axis, selectedId, onSelect }: Props) {
  const lanes = layOut(visits, axis);
  const height = Math.max(1, ...lanes.map((l) => l.lane + 1)) * LANE + 6;
  return (
    <svg width={axis.width} height={height} role="group" aria-label="Loose ends with a promised window">
      {lanes.map(({ visit, x1, x2, lane }) => {
        const y = lane * LANE + 13;
        const isUrgent = visit.priority <= 2;
        const tone = isUrgent ? 'var(--plum)' : 'var(--ink)';
        const open = (): void => onSelect(visit.id);
        return (
          <g
            key={visit.id}
            role="button"
            tabIndex={0}
            data-visit={visit.id}
            aria-label={`Loose end: ${nameOf(visit)}, priority ${visit.priority}`}
            style={{ cursor: 'pointer' }}
            onClick={open}
            onKeyDown={(e) => {
              if (e.key === 'Enter') open();
            }}
          >
            <rect
              x={x1 - 2}
              y={y - 9}
              width={Math.max(40, x2 - x1 + 4)}
              height={LANE - 3}
              fill={selectedId === visit.id ? 'var(--lime-soft)' : 'transparent'}
            />
            <path
              d={`M${x1} ${y - 6} V${y + 6} M${x2} ${y - 6} V${y + 6} M${x1} ${y + 6} H${x2}`}
              stroke={tone}
              strokeWidth={isUrgent ? 2 : 1.3}
              fill="none"
            />
            <circle
              cx={x1 + 8}
              cy={y - 1}
              r={isUrgent ? 4.5 : 3.5}
              fill="var(--paper)"
              stroke={tone}
              strokeWidth={1.5}
            />
            <text
              x={x1 + 17}
              y={y + 2}
              fontSize={11.5}
              stroke="var(--paper-2)"
              strokeWidth={3}
              paintOrder="stroke"
              fill="var(--ink)"
              fontWeight={isUrgent ? 600 : 400}
            >
              {nameOf(visit)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
