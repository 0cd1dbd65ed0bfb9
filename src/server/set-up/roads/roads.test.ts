import { gunzipSync, gzipSync } from 'node:zlib';
import fc from 'fast-check';
import { buildRoadGraph, denseOf, type LatLon, roadAt, travelMatrix } from '@/core/index';
import { packMap, unpackMap } from '@/db/repositories/shared/packed-map';
import { createIsland } from '../../../../demo/island';
import { osmPbf } from '../../../../tests/support/osm-pbf';
import { Refusal } from '../../shared/refusal';
import { drivenAs, limitOf } from './map-tags';
import { readRoads } from './read-roads';
import { osmXmlParts } from './write-osm-xml';

const file = (text: string): Buffer => Buffer.from(text);
const osm = (inside: string): Buffer => file(`<?xml version="1.0"?><osm version="0.6">${inside}</osm>`);
function refusedAs(bytes: Buffer): { code: string; facts: Record<string, unknown> } {
  try {
    readRoads(bytes, 'x');
  } catch (cause) {
    if (cause instanceof Refusal) return (cause.facts.problems as never[])[0]!;
    throw cause;
  }
  return { code: 'taken', facts: {} };
}

/** Four points of a street, and one off it. */
const POINTS = [0, 0.001, 0.002, 0.003, 0.004].map((lon) => ({ lat: 50, lon }));
const NODES = POINTS.map((p, i) => `<node id="${i + 1}" lat="${p.lat}" lon="${p.lon}"/>`).join('');

describe('roads out of a file', () => {
  const island = createIsland(8);
  const random = [island.towns, island.coasts[0]!.map((at) => ({ at }))]
    .flat()
    .map((x: { at: LatLon }) => x.at);
  const dense = { ...island, roads: denseOf(island.roads) };
  const durations = (map: { roads: typeof dense.roads }) =>
    travelMatrix(buildRoadGraph(map.roads), random.slice(0, 60));

  it('the island taken out and brought in again gives the same durations', () => {
    const written = [...osmXmlParts(dense)].join('');
    const { map, found } = readRoads(file(written), 'Orrimay');
    expect(found).toMatchObject({ cutOff: { roads: 0 }, missing: 0 });
    expect(map.roads.lat).toHaveLength(island.roads.junctions.length);
    expect(durations(map)).toEqual(durations(dense));
    expect([map.coasts.length, map.lakes.length, map.towns.length]).toEqual([2, 3, 15]);
    expect(map.towns[3]).toMatchObject({ name: island.towns[3]!.name, radiusKm: 2.4 });
    // Packed it is the same.
    expect(readRoads(gzipSync(written), 'Orrimay').found).toEqual(found);
  });

  it('packed as arrays it is the same again, and maps of earlier releases are read', () => {
    const { map } = readRoads(file([...osmXmlParts(dense)].join('')), 'Orrimay');
    expect(unpackMap(gunzipSync(packMap(map)))).toEqual(map);
    expect(unpackMap(Buffer.from(JSON.stringify(island)))).toEqual(dense);
  });

  it('XML and PBF of one map are one network', () => {
    const ways = [
      { refs: [1, 2, 3, 4], tags: { highway: 'residential', maxspeed: '30' } },
      { refs: [2, 5], tags: { highway: 'secondary' } },
    ];
    const xml = ways
      .map(
        (w) =>
          `<way id="1">${w.refs.map((r) => `<nd ref="${r}"/>`).join('')}${Object.entries(w.tags)
            .map(([k, v]) => `<tag k="${k}" v="${v}"/>`)
            .join('')}</way>`,
      )
      .join('');
    const a = readRoads(osm(NODES + xml), 'x');
    const b = readRoads(osmPbf(POINTS, ways), 'x');
    expect(b).toEqual(a);
    expect([0, 1, 2].map((r) => roadAt(a.map.roads, r))).toMatchObject([
      { roadClass: 'town', lengthM: 71, mostKmh: 30 },
      { roadClass: 'town', lengthM: 143, via: [{ lon: 0.002 }] },
      { roadClass: 'secondary', lengthM: 214 },
    ]);
  });

  it('lines of GeoJSON are roads, joined where they meet', () => {
    const lines = {
      type: 'FeatureCollection',
      features: [
        {
          type: 'Feature',
          properties: { highway: 'primary', oneway: 'no' },
          geometry: {
            type: 'LineString',
            coordinates: [
              [0, 50],
              [0.01, 50],
            ],
          },
        },
        {
          type: 'Feature',
          properties: null,
          geometry: {
            type: 'MultiLineString',
            coordinates: [
              [
                [0.01, 50],
                [0.02, 50],
              ],
            ],
          },
        },
        {
          type: 'Feature',
          properties: { place: 'town', name: 'Dun' },
          geometry: { type: 'Point', coordinates: [0.01, 50] },
        },
      ],
    };
    const { map } = readRoads(file(JSON.stringify(lines)), 'x');
    expect(map.roads.lat).toHaveLength(3);
    expect([0, 1].map((r) => roadAt(map.roads, r).roadClass)).toEqual(['main', 'rural']);
    expect(map.towns[0]?.name).toBe('Dun');
  });

  it('what a way is driven as', () => {
    expect(drivenAs({ highway: 'footway' })).toBeNull();
    expect(drivenAs({ highway: 'residential', access: 'private' })).toBeNull();
    expect(drivenAs({ highway: 'residential', access: 'no', motor_vehicle: 'yes' })?.roadClass).toBe('town');
    expect(drivenAs({ highway: 'motorway_link' })).toMatchObject({ roadClass: 'motorway', oneWay: true });
    expect(drivenAs({ highway: 'tertiary', oneway: '-1' })).toMatchObject({ oneWay: true, isReversed: true });
    expect(drivenAs({ highway: 'tertiary', junction: 'roundabout' })?.oneWay).toBe(true);
    expect(drivenAs({ route: 'ferry' })?.roadClass).toBe('ferry');
    expect(drivenAs({ highway: 'primary', embankment: 'yes' })?.roadClass).toBe('causeway');
  });
  it.each([
    ['50', 50],
    ['30 mph', 48.3],
    ['walk', 7],
    ['AT:urban', 50],
    ['none', null],
    ['signals', null],
    [undefined, null],
  ])('a limit of %s', (text, kmh) => expect(limitOf(text)).toBe(kmh));

  it.each<[string, Buffer, string]>([
    ['nothing', Buffer.alloc(0), 'file-empty'],
    ['a table', file('name,lat\nA,3\n'), 'no-road-file'],
    ['a page', file('<html><body/></html>'), 'not-osm'],
    ['half a file', file('<osm version="0.6"><node id="1" lat="1" lon="2">'), 'not-xml'],
    ['no road in it', osm(NODES), 'no-roads'],
    ['footpaths alone', osm(`${NODES}<way><nd ref="1"/><nd ref="2"/></way>`), 'no-roads'],
    ['a place off the globe', osm('<node id="1" lat="91" lon="0"/>'), 'no-such-place'],
    ['a place that is no number', osm('<node id="1" lat="north" lon="0"/>'), 'no-such-place'],
    ['broken JSON', file('{"type":'), 'not-json'],
    ['areas', file('{"type":"FeatureCollection","features":[{"type":"Feature"}]}'), 'not-road-lines'],
    ['a cut-off PBF', osmPbf(POINTS, []).subarray(0, 60), 'not-pbf'],
    ['a broken packing', Buffer.from([0x1f, 0x8b, 1, 2]), 'not-packed'],
  ])('%s is refused', (_what, bytes, code) => expect(refusedAs(bytes).code).toBe(code));
  it('says where it broke', () =>
    expect(refusedAs(osm('\n\n<node id="1" lat="1" lon="1"></way>')).facts).toMatchObject({ line: 3 }));

  it('whatever they hold, break nothing', () => {
    const parts = [
      '<node id="1" lat="1" lon="1"/>',
      '<way>',
      '</way>',
      '<nd ref="1"/>',
      '<tag k="highway" v="road"/>',
      '<',
      '&',
      '>',
    ];
    const text = fc.array(fc.oneof(fc.constantFrom(...parts), fc.string({ maxLength: 5 })), {
      maxLength: 20,
    });
    const broken = fc.uint8Array({ maxLength: 120 }).map((a) => Buffer.from(a));
    const good = osmPbf(POINTS, [{ refs: [1, 2], tags: { highway: 'road' } }]);
    const bent = fc.tuple(fc.nat(good.length - 1), fc.nat(255)).map(([at, value]) => {
      const copy = Buffer.from(good);
      copy[at] = value;
      return copy;
    });
    fc.assert(
      fc.property(
        fc.oneof(
          text.map((t) => osm(t.join(''))),
          broken,
          bent,
        ),
        (bytes) => {
          expect(typeof refusedAs(bytes).code).toBe('string');
        },
      ),
      { numRuns: 1000 },
    );
  });
});
