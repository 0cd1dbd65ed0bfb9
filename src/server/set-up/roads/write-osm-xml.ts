import { junctionAt, type LatLon, type Road, roadAt } from '@/core/index';
import type { BaseMap } from '@/db/repositories/shared/roads';
import { HIGHWAY_OF } from './map-tags';
import { GENERATOR } from './read-osm-xml';

const escaped = (text: string): string =>
  text.replace(/[<>&"]/g, (c) => ({ '<': '&lt;', '>': '&gt;', '&': '&amp;', '"': '&quot;' })[c]!);
const tag = (k: string, v: string | number): string => `<tag k="${k}" v="${escaped(String(v))}"/>`;
const degrees = (n: number): string => String(Math.round(n * 1e7) / 1e7);

function tagsOf(road: Road): string[] {
  return [
    road.roadClass === 'ferry' ? tag('route', 'ferry') : tag('highway', HIGHWAY_OF[road.roadClass]),
    ...(road.roadClass === 'causeway' ? [tag('embankment', 'yes')] : []),
    // A motorway without a word of it would be taken for one-way.
    ...(road.oneWay ? [tag('oneway', 'yes')] : road.roadClass === 'motorway' ? [tag('oneway', 'no')] : []),
    ...(road.mostKmh === undefined ? [] : [tag('maxspeed', road.mostKmh)]),
  ];
}

/** Points of the whole map in the order of their numbers: junctions, bends, shores, names. */
function* pointsOf({ roads, coasts, lakes, towns }: BaseMap): Generator<[LatLon, string]> {
  for (let j = 0; j < roads.lat.length; j++) yield [junctionAt(roads, j), ''];
  for (let r = 0; r < roads.from.length; r++) for (const p of roadAt(roads, r).via) yield [p, ''];
  for (const ring of [...coasts, ...lakes]) for (const p of ring) yield [p, ''];
  for (const t of towns)
    yield [t.at, tag('place', 'town') + tag('name', t.name) + tag('lime:radius_km', t.radiusKm)];
}

/** Lines of the whole map by the numbers of their points. */
function* waysOf({ roads, coasts, lakes }: BaseMap): Generator<[readonly number[], readonly string[]]> {
  let next = roads.lat.length + 1;
  const numbers = (points: readonly LatLon[]): number[] => points.map(() => next++);
  for (let i = 0; i < roads.from.length; i++) {
    const r = roadAt(roads, i);
    yield [[r.from + 1, ...numbers(r.via), r.to + 1], tagsOf(r)];
  }
  for (const [rings, kind] of [
    [coasts, 'coastline'],
    [lakes, 'water'],
  ] as const) {
    for (const ring of rings) {
      const refs = numbers(ring);
      yield [[...refs, refs[0]!], [tag('natural', kind)]];
    }
  }
}

const PART = 5000;

/**
 * The map as OpenStreetMap XML (API 0.6) in parts, one way a stretch; read again it gives the same durations.
 */
export function* osmXmlParts(map: BaseMap): Generator<string> {
  let lines = [`<?xml version="1.0" encoding="UTF-8"?>\n<osm version="0.6" generator="${GENERATOR}">`];
  const full = (line: string): string | null => {
    lines.push(line);
    if (lines.length < PART) return null;
    const part = `${lines.join('\n')}\n`;
    lines = [];
    return part;
  };
  let id = 0;
  for (const [p, inside] of pointsOf(map)) {
    const head = `<node id="${++id}" version="1" lat="${degrees(p.lat)}" lon="${degrees(p.lon)}"`;
    const part = full(inside ? `${head}>${inside}</node>` : `${head}/>`);
    if (part) yield part;
  }
  id = 0;
  for (const [refs, tags] of waysOf(map)) {
    const nds = refs.map((ref) => `<nd ref="${ref}"/>`).join('');
    const part = full(`<way id="${++id}" version="1">${nds}${tags.join('')}</way>`);
    if (part) yield part;
  }
  lines.push('</osm>');
  yield `${lines.join('\n')}\n`;
}
