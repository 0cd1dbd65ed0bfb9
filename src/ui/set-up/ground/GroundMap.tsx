'use client';

import 'leaflet/dist/leaflet.css';
import './leaflet-global';
import '@geoman-io/leaflet-geoman-free';
import '@geoman-io/leaflet-geoman-free/dist/leaflet-geoman.css';
import L, { type LatLngTuple } from 'leaflet';
import { useEffect, useRef } from 'react';
import { CircleMarker, MapContainer, Marker, Polygon, Tooltip, useMap } from 'react-leaflet';
import type { GroundView } from '@/contract/set-up/answers/ground';
import { colourOf, cornersOf, Ground } from '../../shared/map/Ground';
import { useBaseMap } from '../../shared/map/use-base-map';
import { Graticule, WhereAbouts } from './Graticule';
import css from './Ground.module.css';
import { type Drawn, type Outline, round } from './outlines';

export type Tool = 'look' | 'draw' | 'bend' | 'cut';

interface Props {
  readonly view: GroundView;
  readonly drawn: readonly Drawn[];
  readonly chosen: string | null;
  readonly tool: Tool;
  readonly layers: { readonly people: boolean; readonly sites: boolean };
  readonly onChoose: (key: string) => void;
  /** A new outline was drawn. */
  readonly onDraw: (outline: Outline) => void;
  readonly onBend: (key: string, outline: Outline) => void;
  /** A line was cut through: what is left, in pieces. */
  readonly onCut: (key: string, pieces: Outline[]) => void;
  readonly onTool: (tool: Tool) => void;
}

const latLngs = (outline: readonly (readonly [number, number])[]): LatLngTuple[] =>
  outline.map(([lon, lat]) => [lat, lon]);

function outlineOf(ring: L.LatLng[]): Outline {
  return ring.map((p) => [round(p.lng), round(p.lat)]);
}

/** Rings of a polygon as Leaflet holds them: the outer one of each piece. */
function piecesOf(layer: L.Polygon): Outline[] {
  const all = layer.getLatLngs() as L.LatLng[] | L.LatLng[][] | L.LatLng[][][];
  if (all[0] instanceof L.LatLng) return [outlineOf(all as L.LatLng[])];
  if ((all as L.LatLng[][])[0]?.[0] instanceof L.LatLng) return [outlineOf((all as L.LatLng[][])[0]!)];
  return (all as L.LatLng[][][]).map((piece) => outlineOf(piece[0]!));
}

/** The map on which territories are drawn, bent, cut and joined. */
export default function GroundMap(props: Props) {
  const base = useBaseMap();
  if (base.data === undefined) return <p className={css.note}>Drawing the map …</p>;
  const corners = props.view.territories.flatMap((t) => latLngs(t.outline));
  const within = corners.length > 0 ? corners : base.data ? cornersOf(base.data) : [];
  return (
    <MapContainer
      bounds={within.length > 0 ? L.latLngBounds(within) : L.latLngBounds([-50, -120], [60, 140])}
      className={css.map ?? ''}
      preferCanvas
      attributionControl={false}
      zoomSnap={0.25}
      minZoom={2}
      maxZoom={17}
    >
      {base.data ? <Ground base={base.data} /> : <Graticule />}
      <WhereAbouts />
      <Points view={props.view} layers={props.layers} />
      {props.view.gaps.map((g) => (
        <Polygon
          key={`gap ${g.ring[0]?.join()}`}
          positions={latLngs(g.ring)}
          pathOptions={{ color: colourOf('--plum'), weight: 1, dashArray: '3 3', fillOpacity: 0.25 }}
        >
          <Tooltip>in no territory, {g.areaKm2} km²</Tooltip>
        </Polygon>
      ))}
      <Outlines {...props} />
      <Tools {...props} />
    </MapContainer>
  );
}

function Points({ view, layers }: Pick<Props, 'view' | 'layers'>) {
  const [ink, lime, plum, quiet] = ['--ink', '--lime', '--plum', '--ink-2'].map(colourOf);
  return (
    <>
      {layers.sites &&
        view.sites.map((s) => (
          <CircleMarker
            key={s.id}
            center={[s.lat, s.lon]}
            radius={s.isInside ? 2 : 4}
            pathOptions={{
              color: s.isInside ? quiet! : plum!,
              weight: s.isInside ? 1 : 2,
              fillOpacity: s.isInside ? 0.5 : 0,
            }}
          >
            <Tooltip>{`${s.name}${s.isInside ? '' : ', outside of its territory'}`}</Tooltip>
          </CircleMarker>
        ))}
      {layers.people &&
        view.people.map((p) => (
          <CircleMarker
            key={p.id}
            center={[p.lat, p.lon]}
            radius={4}
            pathOptions={{ color: ink!, weight: 1.2, fillColor: lime!, fillOpacity: 1 }}
          >
            <Tooltip>{p.name}</Tooltip>
          </CircleMarker>
        ))}
      {view.depots.map((d) => (
        <Marker
          key={d.id}
          position={[d.lat, d.lon]}
          keyboard={false}
          alt={d.name}
          icon={L.divIcon({ className: css.depot ?? '', html: '', iconSize: [11, 11] })}
        >
          <Tooltip>{d.name}</Tooltip>
        </Marker>
      ))}
    </>
  );
}

function Outlines({ drawn, chosen, tool, onChoose, onBend }: Props) {
  return drawn.map((d) => (
    <OutlineShape
      key={`${d.key} ${d.outline.length} ${d.outline[0]?.join()} ${d.outline.at(-1)?.join()}`}
      drawn={d}
      isChosen={d.key === chosen}
      isBent={d.key === chosen && tool === 'bend'}
      onChoose={onChoose}
      onBend={onBend}
      isQuiet={tool === 'draw'}
    />
  ));
}

interface ShapeProps extends Pick<Props, 'onChoose' | 'onBend'> {
  readonly drawn: Drawn;
  readonly isChosen: boolean;
  readonly isBent: boolean;
  readonly isQuiet: boolean;
}

function OutlineShape({ drawn, isChosen, isBent, isQuiet, onChoose, onBend }: ShapeProps) {
  const shape = useRef<L.Polygon>(null);
  useEffect(() => {
    const layer = shape.current;
    if (!layer) return;
    if (isBent) layer.pm.enable({ allowSelfIntersection: false, snappable: true });
    else layer.pm.disable();
  }, [isBent]);
  return (
    <Polygon
      ref={shape}
      positions={latLngs(drawn.outline)}
      pathOptions={{
        color: colourOf(isChosen ? '--leaf' : '--ink-2'),
        weight: isChosen ? 3 : 1.4,
        ...(isChosen ? {} : { dashArray: '2 5' }),
        fillColor: colourOf('--lime'),
        fillOpacity: isChosen ? 0.22 : 0.04,
      }}
      interactive={!isQuiet}
      eventHandlers={{
        click: () => onChoose(drawn.key),
        'pm:update': () => shape.current && onBend(drawn.key, piecesOf(shape.current)[0]!),
        'pm:edit': () => shape.current && onBend(drawn.key, piecesOf(shape.current)[0]!),
      }}
    >
      <Tooltip permanent direction="center" className={css.label ?? ''}>
        {drawn.name || 'no name yet'}
      </Tooltip>
    </Polygon>
  );
}

/** The drawing library's own modes, switched by the tool in hand. */
function Tools({ tool, chosen, drawn, onDraw, onCut, onTool }: Props) {
  const map = useMap();
  const now = useRef({ chosen, drawn, onDraw, onCut, onTool });
  now.current = { chosen, drawn, onDraw, onCut, onTool };
  useEffect(() => {
    const created = (e: { layer: L.Layer }): void => {
      e.layer.remove();
      now.current.onDraw(piecesOf(e.layer as L.Polygon)[0]!);
      now.current.onTool('bend');
    };
    const cut = (e: { layer: L.Layer; originalLayer: L.Layer }): void => {
      e.layer.remove();
      const key = now.current.chosen;
      if (key) now.current.onCut(key, piecesOf(e.layer as L.Polygon));
      now.current.onTool('look');
    };
    map.on('pm:create', created as never);
    map.on('pm:cut', cut as never);
    return () => {
      map.off('pm:create', created as never);
      map.off('pm:cut', cut as never);
    };
  }, [map]);
  useEffect(() => {
    map.pm.disableDraw();
    map.pm.disableGlobalCutMode();
    if (tool === 'draw')
      map.pm.enableDraw('Polygon', { allowSelfIntersection: false, snappable: true, finishOn: 'dblclick' });
    if (tool === 'cut') map.pm.enableGlobalCutMode({ allowSelfIntersection: false });
    const onKey = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') now.current.onTool('look');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [map, tool]);
  return null;
}
