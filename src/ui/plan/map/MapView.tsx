'use client';

import 'leaflet/dist/leaflet.css';
import { useQuery } from '@tanstack/react-query';
import type { Feature, FeatureCollection, LineString } from 'geojson';
import L, { type LatLngTuple } from 'leaflet';
import { useMemo, useState } from 'react';
import { CircleMarker, MapContainer, Marker, Polygon, Polyline, Tooltip } from 'react-leaflet';
import { z } from 'zod';
import type { PlanView } from '@/contract/plan/plan-view';
import { isInside } from '@/core/index';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { colourOf, Ground, point } from '../../shared/map/Ground';
import { useBaseMap } from '../../shared/map/use-base-map';
import { hueOf } from '../cords/knot';
import { idOf } from '../selection';
import { Lasso } from './Lasso';
import css from './MapView.module.css';

interface Props {
  readonly view: PlanView;
  readonly query: string;
  /** The plan whose ways are drawn beside, if any. */
  readonly otherQuery: string | null;
  readonly otherName: string;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
  /** Visits chosen with a lasso; absent where nobody may run. */
  readonly onLasso?: ((visitIds: readonly string[]) => void) | undefined;
}

/** The island with its roads, the routes of a plan, loose ends as rings, depots and territories. */
export default function MapView({ view, query, otherQuery, otherName, selected, onSelect, onLasso }: Props) {
  const [isLasso, setLasso] = useState(false);
  const base = useBaseMap();
  const legs = useLegs(query, view.revision);
  const otherLegs = useLegs(otherQuery, view.revision);
  const bounds = useMemo(
    () =>
      L.latLngBounds(view.territories.flatMap((t) => t.outline.map(([lon, lat]): LatLngTuple => [lat, lon]))),
    [view.territories],
  );
  if (base.error) return <p className={css.note}>{errorText(base.error)}</p>;
  if (base.data === undefined) return <p className={css.note}>Drawing the map …</p>;
  const caught = (ring: readonly { lat: number; lon: number }[]): void => {
    setLasso(false);
    const inside = view.visits.filter((v) => v.isLocated && isInside(v, ring));
    onLasso?.([...new Set(inside.map((v) => v.id.split('/')[0]!))]);
  };
  return (
    <div className={css.frame}>
      {onLasso && (
        <button
          type="button"
          className={css.lasso}
          aria-pressed={isLasso}
          onClick={() => setLasso((on) => !on)}
        >
          {isLasso ? 'Draw round the visits …' : 'Choose visits for a run'}
        </button>
      )}
      <MapContainer
        key={view.territories.map((t) => t.id).join()}
        bounds={bounds}
        boundsOptions={{ padding: [12, 12] }}
        className={css.map ?? ''}
        preferCanvas
        zoomSnap={0.25}
        attributionControl={false}
        minZoom={8}
        maxZoom={16}
      >
        {base.data && <Ground base={base.data} />}
        <Territories view={view} />
        {otherQuery !== null && otherLegs.data && (
          <OtherWays
            legs={otherLegs.data}
            person={idOf(selected, 'person') ?? ownerOf(view, idOf(selected, 'visit'))}
            planName={otherName}
          />
        )}
        <Routes view={view} legs={legs.data} selected={selected} onSelect={onSelect} />
        <LooseRings view={view} selected={selected} onSelect={onSelect} />
        {view.depots.map((d) => (
          <Marker
            key={d.name}
            position={point(d)}
            icon={L.divIcon({ className: css.depot ?? '', html: '', iconSize: [11, 11] })}
            keyboard={false}
            alt={d.name}
          >
            <Tooltip>{d.name}</Tooltip>
          </Marker>
        ))}
        <Lasso isOn={isLasso} onDone={caught} />
      </MapContainer>
    </div>
  );
}

function useLegs(query: string | null, revision: number) {
  return useQuery({
    queryKey: ['legs', query, revision],
    queryFn: ({ signal }) =>
      callApi(`/api/legs?${query}`, z.custom<FeatureCollection<LineString>>(), { signal }),
    enabled: query !== null,
  });
}

const lineOf = (f: Feature<LineString>): LatLngTuple[] =>
  f.geometry.coordinates.map(([lon = 0, lat = 0]) => [lat, lon]);

/** The ways of another plan, broken and under those of this one; of one person alone where one is chosen. */
function OtherWays({
  legs,
  person,
  planName,
}: {
  readonly legs: FeatureCollection<LineString>;
  readonly person: string | null;
  readonly planName: string;
}) {
  return legs.features
    .filter((f) => person === null || f.properties?.personId === person)
    .map((f) => (
      <Polyline
        key={`other ${f.id} ${person}`}
        positions={lineOf(f)}
        pathOptions={{
          color: colourOf('--ink'),
          weight: person === null ? 1.2 : 2.4,
          opacity: person === null ? 0.55 : 0.9,
          dashArray: '2 6',
        }}
      >
        <Tooltip sticky>{`${String(f.properties?.person)}, ${planName}`}</Tooltip>
      </Polyline>
    ));
}

function Territories({ view }: { readonly view: PlanView }) {
  return view.territories.map((t) => (
    <Polygon
      key={t.id}
      positions={t.outline.map(([lon, lat]): LatLngTuple => [lat, lon])}
      interactive={false}
      pathOptions={{ color: colourOf('--ink-2'), weight: 1.2, dashArray: '2 5', fill: false }}
    />
  ));
}

interface RoutesProps extends Omit<Props, 'query' | 'otherQuery' | 'otherName'> {
  readonly legs: FeatureCollection<LineString> | undefined;
}

function Routes({ view, legs, selected, onSelect }: RoutesProps) {
  const order = new Map(view.people.map((p, i) => [p.id, i]));
  const person = idOf(selected, 'person') ?? ownerOf(view, idOf(selected, 'visit'));
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const isDimmed = (id: string): boolean => person !== null && person !== id;
  return (
    <>
      {legs?.features.map((f) => {
        const id = String(f.properties?.personId);
        return (
          <Polyline
            key={f.id}
            positions={lineOf(f)}
            pathOptions={{
              color: hueOf(order.get(id) ?? 0),
              weight: person === id ? 4 : 2.2,
              opacity: isDimmed(id) ? 0.15 : 0.9,
            }}
            eventHandlers={{ click: () => onSelect(`person:${id}`) }}
          >
            <Tooltip sticky>{String(f.properties?.person)}</Tooltip>
          </Polyline>
        );
      })}
      {view.people.flatMap((p) =>
        p.shifts.flatMap((s) =>
          (s.route?.stops ?? []).flatMap((stop, i) => {
            const visit = visits.get(stop.visitId);
            if (!visit || isDimmed(p.id)) return [];
            const isSelected = selected === `visit:${visit.id}`;
            return (
              <CircleMarker
                key={visit.id}
                center={point(visit)}
                radius={isSelected ? 8 : person === p.id ? 6 : 3.5}
                pathOptions={{
                  color: colourOf('--ink'),
                  weight: isSelected ? 2 : 1,
                  fillColor: isSelected ? colourOf('--lime') : hueOf(order.get(p.id) ?? 0),
                  fillOpacity: 1,
                }}
                eventHandlers={{ click: () => onSelect(`visit:${visit.id}`) }}
              >
                <Tooltip
                  permanent={person === p.id && view.dates.length === 1}
                  direction="right"
                  className={css.order ?? ''}
                >
                  {person === p.id ? i + 1 : `${visit.jobKind}, ${p.name}`}
                </Tooltip>
              </CircleMarker>
            );
          }),
        ),
      )}
    </>
  );
}

function ownerOf(view: PlanView, visitId: string | null): string | null {
  if (visitId === null) return null;
  return (
    view.people.find((p) => p.shifts.some((s) => s.route?.stops.some((x) => x.visitId === visitId)))?.id ??
    null
  );
}

/** Hollow rings, larger for higher priority. */
function LooseRings({ view, selected, onSelect }: Omit<Props, 'query' | 'otherQuery' | 'otherName'>) {
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  return view.looseIds.flatMap((id) => {
    const visit = visits.get(id);
    if (!visit?.isLocated) return [];
    const isSelected = selected === `visit:${id}`;
    return (
      <CircleMarker
        key={id}
        center={point(visit)}
        radius={11 - visit.priority * 1.4}
        pathOptions={{
          color: colourOf(visit.priority <= 2 ? '--plum' : '--ink'),
          weight: isSelected ? 4 : 2,
          fillColor: colourOf('--lime'),
          fillOpacity: isSelected ? 1 : 0,
        }}
        eventHandlers={{ click: () => onSelect(`visit:${id}`) }}
      >
        <Tooltip>{`${visit.jobKind}, loose, priority ${visit.priority}`}</Tooltip>
      </CircleMarker>
    );
  });
}
