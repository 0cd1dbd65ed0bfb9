'use client';

import { useComputedColorScheme } from '@mantine/core';
import 'leaflet/dist/leaflet.css';
import L, { type LatLngTuple } from 'leaflet';
import { useMemo } from 'react';
import { Marker, Polygon, Polyline } from 'react-leaflet';
import type { LatLon, RoadNetwork } from '@/core/index';
import css from './Ground.module.css';
import type { BaseMap } from './use-base-map';

export const point = (p: LatLon): LatLngTuple => [p.lat, p.lon];

/** Corners of what is drawn: the coast, or where none is known the roads. */
export function cornersOf({ coasts, roads }: BaseMap): LatLngTuple[] {
  return (coasts.length > 0 ? coasts.flat() : roads.junctions).map(point);
}

/** Where no coast is known, all is land. */
const EVERYWHERE: LatLon[] = [
  { lat: -89, lon: -540 },
  { lat: -89, lon: 540 },
  { lat: 89, lon: 540 },
  { lat: 89, lon: -540 },
];

const MAIN: ReadonlySet<string> = new Set(['motorway', 'trunk', 'main', 'causeway']);

/** Coast, lakes, roads and names of towns. */
export function Ground({ base }: { readonly base: BaseMap }) {
  const { junctions, roads } = base.roads;
  // Its colours are read as it is drawn: in another theme again.
  useComputedColorScheme('light');
  const lines = useMemo(() => {
    const line = (r: RoadNetwork['roads'][number]): LatLngTuple[] =>
      [junctions[r.from]!, ...r.via, junctions[r.to]!].map(point);
    const isMain = (r: RoadNetwork['roads'][number]): boolean => MAIN.has(r.roadClass);
    return { main: roads.filter(isMain).map(line), other: roads.filter((r) => !isMain(r)).map(line) };
  }, [junctions, roads]);
  return (
    <>
      {(base.coasts.length > 0 ? base.coasts : [EVERYWHERE]).map((coast) => (
        <Polygon
          key={coast[0]?.lat}
          positions={coast.map(point)}
          interactive={false}
          pathOptions={{
            className: css.land ?? '',
            color: 'var(--road)',
            weight: 1,
            fillColor: colourOf('--land'),
            fillOpacity: 1,
          }}
        />
      ))}
      <Polyline
        positions={lines.other}
        interactive={false}
        pathOptions={{ color: colourOf('--road'), weight: 0.8 }}
      />
      <Polyline
        positions={lines.main}
        interactive={false}
        pathOptions={{ color: colourOf('--road-main'), weight: 1.8 }}
      />
      {base.lakes.map((lake) => (
        <Polygon
          key={lake[0]?.lat}
          positions={lake.map(point)}
          interactive={false}
          pathOptions={{ stroke: false, fillColor: colourOf('--sea'), fillOpacity: 1 }}
        />
      ))}
      {base.towns.map((t) => (
        <Marker
          key={t.name}
          position={point(t.at)}
          interactive={false}
          keyboard={false}
          alt={t.name}
          icon={L.divIcon({ className: css.town ?? '', html: t.name, iconSize: [0, 0] })}
        />
      ))}
    </>
  );
}

/** Canvas knows no CSS variables: their values are read once a drawing. */
export function colourOf(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(name).trim() || '#888';
}
