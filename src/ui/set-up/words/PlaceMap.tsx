'use client';

import L, { type LatLngTuple } from 'leaflet';
import { useEffect } from 'react';
import { MapContainer, Marker, Polygon, useMap, useMapEvents } from 'react-leaflet';
import type { LatLon } from '@/core/index';
import { colourOf, Ground } from '../../shared/map/Ground';
import { useBaseMap } from '../../shared/map/use-base-map';
import { useTerritories } from '../use-territories';
import css from './PlaceMap.module.css';

interface Props {
  readonly at: LatLon | null;
  readonly onPick: (at: LatLon) => void;
}

const round = (x: number): number => Math.round(x * 1e6) / 1e6;

function Picked({ at, onPick }: Props) {
  const map = useMap();
  useMapEvents({ click: (e) => onPick({ lat: round(e.latlng.lat), lon: round(e.latlng.lng) }) });
  useEffect(() => {
    if (at && !map.getBounds().contains([at.lat, at.lon])) map.panTo([at.lat, at.lon]);
  }, [map, at]);
  if (!at) return null;
  return (
    <Marker
      position={[at.lat, at.lon]}
      draggable
      keyboard={false}
      alt="The place"
      icon={L.divIcon({ className: css.pin ?? '', html: '', iconSize: [14, 14] })}
      eventHandlers={{
        dragend: (e) => {
          const { lat, lng } = (e.target as L.Marker).getLatLng();
          onPick({ lat: round(lat), lon: round(lng) });
        },
      }}
    />
  );
}

/** A small map on which one place is chosen by a click, or moved. */
export default function PlaceMap({ at, onPick }: Props) {
  const base = useBaseMap();
  const { territories } = useTerritories();
  const corners = territories.flatMap((t) => t.outline.map(([lon, lat]): LatLngTuple => [lat, lon]));
  const whole = corners.length > 0 ? L.latLngBounds(corners) : L.latLngBounds([-55, -170], [70, 170]);
  if (base.data === undefined) return <p className="quiet">Drawing the map …</p>;
  return (
    <MapContainer
      {...(at ? { center: [at.lat, at.lon], zoom: 12 } : { bounds: whole })}
      className={css.map ?? ''}
      preferCanvas
      attributionControl={false}
      minZoom={2}
      maxZoom={17}
    >
      {base.data && <Ground base={base.data} />}
      {territories.map((t) => (
        <Polygon
          key={t.id}
          positions={t.outline.map(([lon, lat]): LatLngTuple => [lat, lon])}
          interactive={false}
          pathOptions={{ color: colourOf('--ink-2'), weight: 1, dashArray: '2 5', fill: false }}
        />
      ))}
      <Picked at={at} onPick={onPick} />
      {base.data && base.data.towns.length > 0 && <Gazetteer towns={base.data.towns} />}
    </MapContainer>
  );
}

/** Names of the ground: choosing one goes there. */
function Gazetteer({ towns }: { readonly towns: readonly { readonly name: string; readonly at: LatLon }[] }) {
  const map = useMap();
  return (
    <div className={`leaflet-top leaflet-right ${css.names}`}>
      <select
        className="leaflet-control"
        aria-label="Go to a town"
        value=""
        onChange={(e) => {
          const town = towns.find((t) => t.name === e.currentTarget.value);
          if (town) map.setView([town.at.lat, town.at.lon], 13);
        }}
      >
        <option value="">go to …</option>
        {[...towns]
          .sort((a, b) => a.name.localeCompare(b.name, 'en'))
          .map((t) => (
            <option key={t.name}>{t.name}</option>
          ))}
      </select>
    </div>
  );
}
