import L from 'leaflet';
import { Circle, Marker, Tooltip } from 'react-leaflet';
import type { ClosedRoad } from '@/contract/shared/closed-road';
import { closedText } from './closed-text';
import { colourOf, point } from './Ground';
import css from './Ground.module.css';

interface Props {
  readonly roads: readonly ClosedRoad[];
  readonly zone: string;
}

/** Where nobody gets through: a cross, and how far from it roads are closed; with what it is under the hand. */
export function Closed({ roads, zone }: Props) {
  const ink = colourOf('--ink');
  return roads.map((c) => {
    const text = `Closed: ${closedText(c, zone)}`;
    return [
      <Circle
        key={`${c.id} around`}
        center={point(c)}
        radius={c.radiusM}
        interactive={false}
        pathOptions={{ color: ink, weight: 1.5, dashArray: '2 4', fillColor: ink, fillOpacity: 0.08 }}
      />,
      <Marker
        key={c.id}
        position={point(c)}
        keyboard={false}
        alt={text}
        icon={L.divIcon({ className: css.closed ?? '', html: '', iconSize: [16, 16] })}
      >
        <Tooltip>{text}</Tooltip>
      </Marker>,
    ];
  });
}
