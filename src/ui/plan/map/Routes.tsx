import L, { type LatLngTuple } from 'leaflet';
import { useEffect, useMemo, useState } from 'react';
import { CircleMarker, Marker, Polyline, Tooltip, useMap } from 'react-leaflet';
import type { PlanView } from '@/contract/plan/plan-view';
import { colourOf, point } from '../../shared/map/Ground';
import { clock } from '../../shared/time';
import { hueOf } from '../cords/knot';
import { idOf } from '../selection';
import { ownerOf, placeAt, type Way } from './legs';
import css from './MapView.module.css';
import { clustered, type MapMark, marksOf } from './marks';

interface Props {
  readonly view: PlanView;
  readonly ways: readonly Way[] | undefined;
  readonly selected: string | null;
  /** Only this person's is drawn in full. */
  readonly followed: string | null;
  readonly onSelect: (selection: string) => void;
  /** The moment at which everybody is shown where they are; null shows the whole day. */
  readonly at: number | null;
}

/** Below this zoom what lies close together is drawn as one. */
const CLUSTER_BELOW = 11.5;
const CLUSTER_PX = 34;
const FAINT = 0.13;

function useZoom(): number {
  const map = useMap();
  const [zoom, setZoom] = useState(map.getZoom());
  useEffect(() => {
    const tell = (): void => setZoom(map.getZoom());
    map.on('zoomend', tell);
    return () => void map.off('zoomend', tell);
  }, [map]);
  return zoom;
}

/** Ways, visits and loose ends of a plan. */
export function Routes(props: Props) {
  const { view, ways, selected, followed, onSelect } = props;
  const order = useMemo(() => new Map(view.people.map((p, i) => [p.id, i])), [view.people]);
  const person = followed ?? idOf(selected, 'person') ?? ownerOf(view, idOf(selected, 'visit'));
  return (
    <>
      {ways?.map((w) => {
        const isFaint = person !== null && person !== w.personId;
        return (
          <Polyline
            key={w.shiftId}
            positions={[...w.line]}
            pathOptions={{
              color: hueOf(order.get(w.personId) ?? 0),
              weight: person === w.personId ? 4 : 2.2,
              opacity: isFaint ? FAINT : 0.9,
            }}
            eventHandlers={{ click: () => onSelect(`person:${w.personId}`) }}
          >
            <Tooltip sticky>{w.person}</Tooltip>
          </Polyline>
        );
      })}
      <Marks {...props} person={person} order={order} />
      <People {...props} person={person} order={order} />
    </>
  );
}

interface InnerProps extends Props {
  readonly person: string | null;
  readonly order: ReadonlyMap<string, number>;
}

function Marks(props: InnerProps) {
  const { view, person, selected, at } = props;
  const map = useMap();
  const zoom = useZoom();
  const marks = useMemo(() => marksOf(view), [view]);
  const visible = marks.filter((m) => m.seat === null || person === null || m.seat.personId === person);
  // What is chosen, and whom it belongs to, is never lost in a heap.
  const isApart = (m: MapMark): boolean =>
    `visit:${m.visit.id}` === selected || (person !== null && m.seat?.personId === person);
  const together =
    zoom < CLUSTER_BELOW
      ? clustered(
          visible.filter((m) => !isApart(m)),
          (m) => map.project(point(m.visit), zoom),
          CLUSTER_PX,
        )
      : [];
  const single = [
    ...(zoom < CLUSTER_BELOW
      ? together.filter((c) => c.items.length === 1).map((c) => c.items[0]!)
      : visible),
    ...(zoom < CLUSTER_BELOW ? visible.filter(isApart) : []),
  ];
  return (
    <>
      {together
        .filter((c) => c.items.length > 1)
        .map((c) => (
          <Heap key={`${c.x} ${c.y}`} x={c.x} y={c.y} zoom={zoom} items={c.items} />
        ))}
      {single.map((m) =>
        m.seat === null ? (
          <LooseRing key={m.visit.id} {...props} mark={m} />
        ) : (
          <Stop
            key={`${m.visit.id} ${m.seat.shiftId}`}
            {...props}
            mark={m}
            isDone={at !== null && m.seat.finishAt <= at}
          />
        ),
      )}
    </>
  );
}

/** Several that lie close together: how many, and how many of them loose. A click goes nearer. */
function Heap(props: {
  readonly x: number;
  readonly y: number;
  readonly zoom: number;
  readonly items: readonly MapMark[];
}) {
  const { x, y, zoom, items } = props;
  const map = useMap();
  const loose = items.filter((m) => m.seat === null).length;
  const center = map.unproject(L.point(x, y), zoom);
  const said = `${items.length} visits close together${loose > 0 ? `, ${loose} of them loose` : ''}`;
  return (
    <Marker
      position={center}
      alt={said}
      icon={L.divIcon({
        className: css.heap ?? '',
        html: `${items.length}${loose > 0 ? `<i>${loose}</i>` : ''}`,
        iconSize: [26, 26],
      })}
      eventHandlers={{
        click: () =>
          map.fitBounds(L.latLngBounds(items.map((m) => point(m.visit))), { padding: [60, 60], maxZoom: 14 }),
      }}
    >
      <Tooltip>{said}</Tooltip>
    </Marker>
  );
}

function Stop({
  mark,
  view,
  person,
  order,
  selected,
  onSelect,
  isDone,
}: InnerProps & { readonly mark: MapMark; readonly isDone: boolean }) {
  const { visit } = mark;
  const seat = mark.seat!;
  const isSelected = selected === `visit:${visit.id}`;
  const isOwn = person === seat.personId;
  const name = view.people.find((p) => p.id === seat.personId)?.name ?? '';
  return (
    <CircleMarker
      center={point(visit)}
      radius={isSelected ? 8 : isOwn ? 6 : 3.5}
      pathOptions={{
        color: colourOf('--ink'),
        weight: isSelected ? 2 : 1,
        fillColor: isSelected ? colourOf('--lime') : hueOf(order.get(seat.personId) ?? 0),
        fillOpacity: isDone ? 0.2 : 1,
      }}
      eventHandlers={{ click: () => onSelect(`visit:${visit.id}`) }}
    >
      <Tooltip
        permanent={isOwn && view.dates.length === 1}
        direction="top"
        offset={[0, -6]}
        className={css.order ?? ''}
      >
        {isOwn ? seat.ordinal : `${visit.jobKind}, ${name}`}
      </Tooltip>
    </CircleMarker>
  );
}

/** Hollow, larger for higher priority. */
function LooseRing({ mark, selected, onSelect }: InnerProps & { readonly mark: MapMark }) {
  const { visit } = mark;
  const isSelected = selected === `visit:${visit.id}`;
  return (
    <CircleMarker
      center={point(visit)}
      radius={11 - visit.priority * 1.4}
      pathOptions={{
        color: colourOf(visit.priority <= 2 ? '--plum' : '--ink'),
        weight: isSelected ? 4 : 2,
        fillColor: colourOf('--lime'),
        fillOpacity: isSelected ? 1 : 0,
      }}
      eventHandlers={{ click: () => onSelect(`visit:${visit.id}`) }}
    >
      <Tooltip>{`${visit.jobKind}, loose, priority ${visit.priority}`}</Tooltip>
    </CircleMarker>
  );
}

const initialsOf = (name: string): string =>
  name
    .split(/\s+/)
    .map((w) => w[0] ?? '')
    .join('')
    .slice(0, 2);

/** Where everybody is: by the plan at a moment, or where they were seen last. */
function People({ view, ways, at, person, order, onSelect }: InnerProps) {
  const wayOf = new Map(ways?.map((w) => [w.shiftId, w]));
  return view.people.flatMap((p) => {
    if (person !== null && person !== p.id) return [];
    const planned =
      at === null
        ? null
        : p.shifts.reduce<LatLngTuple | null>((found, s) => {
            const way = wayOf.get(s.id);
            return found ?? (s.route && way ? placeAt(way, s.route, at) : null);
          }, null);
    const place = at === null ? (p.lastSeen ? point(p.lastSeen) : null) : planned;
    if (!place) return [];
    const said =
      at === null
        ? `${p.name}, last seen ${clock(p.lastSeen?.at ?? 0, view.zone)}`
        : `${p.name} at ${clock(at, view.zone)}, by the plan`;
    return [
      <Marker
        key={p.id}
        position={place}
        alt={said}
        icon={L.divIcon({
          className: css.token ?? '',
          html: `<span style="border-color:${hueOf(order.get(p.id) ?? 0)}">${initialsOf(p.name)}</span>`,
          iconSize: [24, 18],
        })}
        zIndexOffset={1000}
        eventHandlers={{ click: () => onSelect(`person:${p.id}`) }}
      >
        <Tooltip>{said}</Tooltip>
      </Marker>,
    ];
  });
}
