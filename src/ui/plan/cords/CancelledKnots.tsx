import type { CancelledView } from '@/contract/plan/plan-view';
import { clock } from '../../shared/time';
import type { Axis } from './axis';
import { MID } from './Cord';
import { knotPath } from './knot';

interface Props {
  readonly cancelled: readonly CancelledView[];
  readonly axis: Axis;
  readonly zone: string;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
}

const HEIGHT = 15;

/** Visits that were cancelled, where they were: an empty outline struck through, over time that is free again. */
export function CancelledKnots({ cancelled, axis, zone, selected, onSelect }: Props) {
  return cancelled.map((c) => {
    const x = axis.x(c.startAt);
    const width = Math.max(8, axis.x(c.finishAt) - x);
    const said = `Cancelled: ${c.jobKind}, ${c.site}, ${clock(c.startAt, zone)} to ${clock(c.finishAt, zone)}`;
    const open = (): void => onSelect(`cancelled:${c.visitId}`);
    const isSelected = selected === `cancelled:${c.visitId}`;
    return (
      <g
        key={c.visitId}
        role="button"
        tabIndex={-1}
        aria-label={said}
        style={{ cursor: 'pointer' }}
        onClick={open}
        onKeyDown={(e) => {
          if (e.key === 'Enter') open();
        }}
      >
        <title>{said}</title>
        <path
          d={knotPath(x, MID, width, HEIGHT)}
          fill={isSelected ? 'var(--lime-soft)' : 'transparent'}
          stroke="var(--ink-2)"
          strokeWidth={1}
          strokeDasharray="2 3"
        />
        <line x1={x + 3} y1={MID + 5} x2={x + width - 3} y2={MID - 5} stroke="var(--ink-2)" strokeWidth={1} />
      </g>
    );
  });
}
