'use client';

import { useComputedColorScheme } from '@mantine/core';
import 'leaflet/dist/leaflet.css';
import L, { type LatLngTuple } from 'leaflet';
import { useEffect, useMemo, useRef, useState } from 'react';
import { CircleMarker, MapContainer, Marker, Polygon, Polyline, Tooltip, useMap } from 'react-leaflet';
import type { PlanView } from '@/contract/plan/plan-view';
import { isInside } from '@/core/index';
import { errorText } from '../../messages/errors';
import { Closed } from '../../shared/map/Closed';
import { colourOf, Ground, point } from '../../shared/map/Ground';
import { useBaseMap } from '../../shared/map/use-base-map';
import { hoursOf } from '../cords/axis';
import { HandCard } from '../hand/HandCard';
import type { Hand } from '../hand/use-hand';
import { useHandKeys } from '../hand/use-hand-keys';
import { walkPrices } from '../hand/walks';
import { idOf } from '../selection';
import { Carrying } from './Carrying';
import { Lasso } from './Lasso';
import { ownerOf, useWays, type Way } from './legs';
import { MapBar } from './MapBar';
import { MapLegend } from './MapLegend';
import css from './MapView.module.css';
import { Routes } from './Routes';
import { Speeds } from './Speeds';

interface Props {
  readonly view: PlanView;
  readonly query: string;
  /** The plan whose ways are drawn beside, if any. */
  readonly otherQuery: string | null;
  readonly otherName: string;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
  /** The cords stand beside: what is carried by keys is told there. */
  readonly hasCords: boolean;
  readonly hand: Hand;
  readonly marked: ReadonlySet<string>;
  readonly onMark: (marked: ReadonlySet<string>) => void;
  /** Runs over what is marked; absent where nobody may run. */
  readonly onLasso?: ((visitIds: readonly string[], isSmall: boolean) => void) | undefined;
}

/** The island with its roads, the routes of a plan, loose ends as rings, depots and territories. */
export default function MapView(props: Props) {
  const { view, query, otherQuery, otherName, selected, onSelect, hand, marked, onMark, onLasso } = props;
  const { hasCords } = props;
  const [isLasso, setLasso] = useState(false);
  const [at, setAt] = useState<number | null>(null);
  const [hasSpeeds, setSpeeds] = useState(false);
  const [followed, setFollowed] = useState<string | null>(null);
  const frame = useRef<HTMLDivElement>(null);
  // A canvas knows no style sheets: in another theme all is said to it anew.
  useComputedColorScheme('light');
  const base = useBaseMap();
  const ways = useWays(query, view.revision);
  const otherWays = useWays(otherQuery, view.revision);
  const keys = useHandKeys({
    hand,
    view,
    frame,
    walk: useMemo(() => walkPrices(view), [view]),
    selected,
    marked,
    reveal: () => undefined,
    onOpen: (id) => onSelect(`visit:${id}`),
  });
  const hours = useMemo(() => hoursOf(view, view.dates[0]!), [view]);
  if (base.error) return <p className={css.note}>{errorText(base.error)}</p>;
  if (base.data === undefined) return <p className={css.note}>Drawing the map …</p>;
  const caught = (ring: readonly { lat: number; lon: number }[]): void => {
    setLasso(false);
    onMark(new Set(view.visits.filter((v) => v.isLocated && isInside(v, ring)).map((v) => v.id)));
  };
  const person = followed ?? idOf(selected, 'person') ?? ownerOf(view, idOf(selected, 'visit'));
  return (
    <div className={css.frame} ref={frame} {...{ onKeyDownCapture: keys }}>
      <HandCard
        store={hand.store}
        view={view}
        frame={() => frame.current?.getBoundingClientRect() ?? null}
        isMap
        tellsKeys={!hasCords}
      />
      <MapBar
        view={view}
        isLasso={isLasso}
        onLasso={() => setLasso((on) => !on)}
        marked={marked}
        onMark={onMark}
        onRun={
          onLasso && ((isSmall) => onLasso([...new Set([...marked].map((id) => id.split('/')[0]!))], isSmall))
        }
        followed={followed}
        onFollow={setFollowed}
        hasSpeeds={hasSpeeds}
        onSpeeds={setSpeeds}
        hours={hours}
        at={at}
        onAt={setAt}
      />
      <MapContainer
        key={view.territories.map((t) => t.id).join()}
        bounds={extentOf(view)}
        boundsOptions={{ padding: [28, 28] }}
        className={css.map ?? ''}
        preferCanvas
        zoomSnap={0.1}
        attributionControl={false}
        minZoom={8}
        maxZoom={16}
      >
        <Refit view={view} />
        {base.data && <Ground base={base.data} />}
        {hasSpeeds && base.data && <Speeds network={base.data.roads} at={at ?? view.now} />}
        <Territories view={view} />
        <Closed roads={view.closed ?? []} zone={view.zone} />
        {otherQuery !== null && otherWays && (
          <OtherWays ways={otherWays} person={person} planName={otherName} />
        )}
        <Routes view={view} ways={ways} selected={selected} followed={followed} onSelect={onSelect} at={at} />
        <Marked view={view} marked={marked} />
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
        <Carrying view={view} ways={ways} hand={hand} marked={marked} isOff={isLasso} />
        <Lasso isOn={isLasso} onDone={caught} />
      </MapContainer>
      <MapLegend hasSpeeds={hasSpeeds} hasClosed={(view.closed ?? []).length > 0} isAt={at !== null} />
    </div>
  );
}

/** The room that the work takes, and where none is, the territories. */
function extentOf(view: PlanView): L.LatLngBounds {
  const work = view.visits.filter((v) => v.isLocated).map(point);
  const outlines = view.territories.flatMap((t) => t.outline.map(([lon, lat]): LatLngTuple => [lat, lon]));
  return L.latLngBounds(work.length > 1 ? [...work, ...view.depots.map(point)] : outlines);
}

/** Fits the work into the map when that becomes wider or narrower, until somebody has moved it. */
function Refit({ view }: { readonly view: PlanView }) {
  const map = useMap();
  const wasMoved = useRef(false);
  const latest = useRef(view);
  latest.current = view;
  useEffect(() => {
    const box = map.getContainer();
    const touched = (): void => {
      wasMoved.current = true;
    };
    const fit = new ResizeObserver(() => {
      map.invalidateSize();
      if (!wasMoved.current) map.fitBounds(extentOf(latest.current), { padding: [28, 28], animate: false });
    });
    fit.observe(box);
    box.addEventListener('wheel', touched);
    map.on('dragstart', touched);
    return () => {
      fit.disconnect();
      box.removeEventListener('wheel', touched);
      map.off('dragstart', touched);
    };
  }, [map]);
  return null;
}

/** The ways of another plan, broken and under those of this one; of one person alone where one is chosen. */
function OtherWays({
  ways,
  person,
  planName,
}: {
  readonly ways: readonly Way[];
  readonly person: string | null;
  readonly planName: string;
}) {
  return ways
    .filter((w) => person === null || w.personId === person)
    .map((w) => (
      <Polyline
        key={`other ${w.shiftId} ${person}`}
        positions={[...w.line]}
        pathOptions={{
          color: colourOf('--ink'),
          weight: person === null ? 1.2 : 2.4,
          opacity: person === null ? 0.55 : 0.9,
          dashArray: '2 6',
        }}
      >
        <Tooltip sticky>{`${w.person}, ${planName}`}</Tooltip>
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

/** A broken ring around each visit that is marked. */
function Marked({ view, marked }: { readonly view: PlanView; readonly marked: ReadonlySet<string> }) {
  return view.visits
    .filter((v) => v.isLocated && marked.has(v.id))
    .map((v) => (
      <CircleMarker
        key={v.id}
        center={point(v)}
        radius={10}
        interactive={false}
        pathOptions={{ color: colourOf('--ink'), weight: 1.4, dashArray: '3 2', fill: false }}
      />
    ));
}
