import type { VisitView } from '@/contract/plan/plan-view';
import { clock } from '../../shared/time';
import type { Axis } from './axis';
import type { Ghost } from './ghosts';
import { knotPath } from './knot';

const Y = 38;
const HEIGHT = 10;

interface Props {
  readonly ghosts: readonly Ghost[];
  readonly axis: Axis;
  readonly visits: ReadonlyMap<string, VisitView>;
  readonly planName: string;
  readonly onSelect: (visitId: string) => void;
}

/** Where another plan has visits of this person: hollow and low, under the cord. */
export function GhostKnots({ ghosts, axis, visits, planName, onSelect }: Props) {
  return (
    <g>
      {ghosts.map(({ stop }) => {
        const visit = visits.get(stop.visitId);
        const x = axis.x(stop.startAt);
        const said = `${planName}: ${visit ? `${visit.jobKind}, ${visit.site}, ${clock(stop.startAt, visit.zone)}` : 'a visit'}`;
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: a second way for the pointer to what the keys reach
          <path
            key={`${stop.visitId} ${stop.startAt}`}
            d={knotPath(x, Y, axis.x(stop.finishAt) - x, HEIGHT)}
            fill="none"
            stroke="var(--ink-2)"
            strokeWidth={1}
            strokeDasharray="3 2"
            pointerEvents="all"
            style={{ cursor: 'pointer' }}
            onClick={() => onSelect(stop.visitId)}
          >
            <title>{said}</title>
          </path>
        );
      })}
    </g>
  );
}
