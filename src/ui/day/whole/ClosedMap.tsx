'use client';

import 'leaflet/dist/leaflet.css';
import L from 'leaflet';
import { Circle, MapContainer, useMapEvents } from 'react-leaflet';
import type { ClosedRoad } from '@/contract/shared/closed-road';
import type { ClosedSpot, LatLon } from '@/core/index';
import { Closed } from '../../shared/map/Closed';
import { colourOf, cornersOf, Ground } from '../../shared/map/Ground';
import { useBaseMap } from '../../shared/map/use-base-map';
import css from '../Day.module.css';

interface Props {
  readonly closed: readonly ClosedRoad[];
  readonly zone: string;
  readonly spot: ClosedSpot | null;
  readonly onPick: (at: LatLon) => void;
}

const round = (x: number): number => Math.round(x * 1e5) / 1e5;

function Picks({ onPick }: Pick<Props, 'onPick'>) {
  useMapEvents({ click: (e) => onPick({ lat: round(e.latlng.lat), lon: round(e.latlng.lng) }) });
  return null;
}

/** The roads, where some are closed, and the spot that is about to be. */
export default function ClosedMap({ closed, zone, spot, onPick }: Props) {
  const base = useBaseMap();
  if (base.data === undefined) return <p className="quiet">Drawing the map …</p>;
  if (base.data === null) return <p className="quiet">No roads were brought in.</p>;
  return (
    <MapContainer
      bounds={L.latLngBounds(cornersOf(base.data))}
      className={css.map ?? ''}
      preferCanvas
      attributionControl={false}
      zoomSnap={0.25}
      maxZoom={17}
    >
      <Ground base={base.data} />
      <Picks onPick={onPick} />
      <Closed roads={closed} zone={zone} />
      {spot && (
        <Circle
          center={[spot.lat, spot.lon]}
          radius={spot.radiusM}
          interactive={false}
          pathOptions={{ color: colourOf('--ink'), weight: 2, dashArray: '4 3', fillOpacity: 0.15 }}
        />
      )}
    </MapContainer>
  );
}
