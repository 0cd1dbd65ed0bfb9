import { useState } from 'react';
import { Polyline, Tooltip, useMap, useMapEvents } from 'react-leaflet';
import { colourOf } from '../../shared/map/Ground';
import css from './Ground.module.css';

const STEPS = [30, 10, 5, 2, 1, 0.5, 0.2, 0.1, 0.05, 0.02, 0.01];

function linesBetween(from: number, to: number, step: number): number[] {
  const first = Math.ceil(from / step);
  return Array.from(
    { length: Math.max(0, Math.floor(to / step) - first + 1) },
    (_, i) => Math.round((first + i) * step * 1000) / 1000,
  );
}

/** Lines of latitude and longitude with their numbers: where one is, while nothing else is drawn yet. */
export function Graticule() {
  const map = useMap();
  const [bounds, setBounds] = useState(() => map.getBounds());
  useMapEvents({ moveend: () => setBounds(map.getBounds()) });
  const [w, e, s, n] = [
    bounds.getWest(),
    bounds.getEast(),
    Math.max(-85, bounds.getSouth()),
    Math.min(85, bounds.getNorth()),
  ];
  const step = STEPS.find((x) => (e - w) / x >= 4) ?? 0.01;
  const options = { color: colourOf('--hair'), weight: 1, interactive: false };
  return (
    <>
      {linesBetween(w, e, step).map((lon) => (
        <Polyline
          key={`lon ${lon}`}
          positions={[
            [s, lon],
            [n, lon],
          ]}
          pathOptions={options}
          interactive={false}
        >
          <Tooltip permanent direction="top" position={[s, lon]} className={css.degree ?? ''}>
            {lon}°
          </Tooltip>
        </Polyline>
      ))}
      {linesBetween(s, n, step).map((lat) => (
        <Polyline
          key={`lat ${lat}`}
          positions={[
            [lat, w],
            [lat, e],
          ]}
          pathOptions={options}
          interactive={false}
        />
      ))}
    </>
  );
}

/** Where the pointer is, and a way to go to a place by its numbers. */
export function WhereAbouts() {
  const map = useMap();
  const [at, setAt] = useState<{ lat: number; lng: number } | null>(null);
  useMapEvents({ mousemove: (e) => setAt(e.latlng), mouseout: () => setAt(null) });
  const [typed, setTyped] = useState('');
  const go = (): void => {
    const [lat, lon] = typed
      .split(/[,;\s]+/)
      .filter(Boolean)
      .map(Number);
    if (Number.isFinite(lat) && Number.isFinite(lon) && Math.abs(lat!) <= 85 && Math.abs(lon!) <= 180)
      map.setView([lat!, lon!], 11);
  };
  return (
    <div className={`leaflet-top leaflet-right ${css.where}`}>
      <form
        className="leaflet-control"
        onSubmit={(e) => {
          e.preventDefault();
          e.stopPropagation();
          go();
        }}
        onPointerDown={(e) => e.stopPropagation()}
        onDoubleClick={(e) => e.stopPropagation()}
      >
        <span className="quiet">{at ? `${at.lat.toFixed(3)}, ${at.lng.toFixed(3)}` : ''}</span>
        <input
          aria-label="Go to latitude, longitude"
          placeholder="go to 34.6, -20.9"
          value={typed}
          onChange={(e) => setTyped(e.currentTarget.value)}
        />
      </form>
    </div>
  );
}
