import { area } from '@turf/area';
import { booleanPointInPolygon } from '@turf/boolean-point-in-polygon';
import { centroid } from '@turf/centroid';
import fc from 'fast-check';
import geodesic from 'geographiclib-geodesic';
import createGraph from 'ngraph.graph';
import { aStar } from 'ngraph.path';
import { EARTH_RADIUS_M, greatCircleM } from '@/core/geo/point';
import { centreOf, isInside, signedAreaM2 } from '@/core/geo/polygon';
import { createRandom } from '@/core/index';
import { buildRoadGraph } from '@/core/travel/road-graph';
import { driveSec } from '@/core/travel/road-network';
import { fastestFrom } from '@/core/travel/shortest-paths';
import { createIsland } from '../../demo/island';

describe('great-circle distance', () => {
  it('E. Williams, Aviation Formulary: LAX to JFK is 0.623585 rad (from memory)', () => {
    const m = greatCircleM(
      { lat: 33 + 57 / 60, lon: -(118 + 24 / 60) },
      { lat: 40 + 38 / 60, lon: -(73 + 47 / 60) },
    );
    expect(m / EARTH_RADIUS_M).toBeCloseTo(0.623585, 5);
  });
  it('Rosetta Code, haversine task: 2,887.26 km with R = 6,372.8 km (from memory)', () => {
    expect(
      greatCircleM({ lat: 36.12, lon: -86.67 }, { lat: 33.94, lon: -118.4 }, 6_372_800) / 1000,
    ).toBeCloseTo(2887.26, 2);
  });
  it('one degree of a meridian on the IUGG mean sphere: 111.195 km (from memory)', () => {
    expect(greatCircleM({ lat: 0, lon: 0 }, { lat: 1, lon: 0 }) / 1000).toBeCloseTo(111.195, 3);
  });
  it('is within 0.6 % of the ellipsoid (GeographicLib)', () => {
    const point = fc.record({
      lat: fc.double({ min: -80, max: 80, noNaN: true }),
      lon: fc.double({ min: -179, max: 179, noNaN: true }),
    });
    fc.assert(
      fc.property(point, point, (a, b) => {
        const exact = geodesic.Geodesic.WGS84.Inverse(a.lat, a.lon, b.lat, b.lon).s12 ?? 0;
        fc.pre(exact > 1000);
        expect(Math.abs(greatCircleM(a, b) - exact) / exact).toBeLessThan(0.006);
      }),
    );
  });
});

describe('polygons against @turf', () => {
  const random = createRandom(99);
  const ring = Array.from({ length: 17 }, (_, i) => {
    const angle = (i / 17) * Math.PI * 2;
    const r = 0.1 + random.next() * 0.15;
    return { lat: 35 + Math.sin(angle) * r, lon: -20 + Math.cos(angle) * r };
  });
  const coordinates = [...ring, ring[0]!].map((p) => [p.lon, p.lat]);
  const polygon = { type: 'Polygon' as const, coordinates: [coordinates] };

  it('agrees on inside and outside', () => {
    for (let i = 0; i < 2000; i++) {
      const p = { lat: 34.7 + random.next() * 0.6, lon: -20.3 + random.next() * 0.6 };
      expect(isInside(p, ring)).toBe(booleanPointInPolygon([p.lon, p.lat], polygon));
    }
  });
  it('agrees on the area within 0.5 % and on the middle', () => {
    // turf's sphere has the equatorial radius, ours the mean one.
    const ratio = (6_378_137 / EARTH_RADIUS_M) ** 2;
    expect((Math.abs(signedAreaM2(ring)) * ratio) / area(polygon)).toBeCloseTo(1, 2);
    const [lon, lat] = centroid(polygon).geometry.coordinates;
    expect(centreOf(ring).lat).toBeCloseTo(lat!, 9);
    expect(centreOf(ring).lon).toBeCloseTo(lon!, 9);
  });
  it('counts counter-clockwise rings positive, as RFC 7946 section 3.1.6 orders them', () => {
    expect(signedAreaM2(ring)).toBeGreaterThan(0);
    expect(signedAreaM2([...ring].reverse())).toBeLessThan(0);
  });
});

describe('shortest paths on the demo roads against ngraph.path', () => {
  it('finds the same times', () => {
    const { roads } = createIsland(8);
    const graph = buildRoadGraph(roads);
    const other = createGraph<unknown, { sec: number }>();
    for (const road of roads.roads) other.addLink(road.from, road.to, { sec: driveSec(road) });
    const finder = aStar(other, { oriented: false, distance: (_a, _b, link) => link.data.sec });
    const random = createRandom(5);
    for (let i = 0; i < 60; i++) {
      const [a, b] = [random.below(roads.junctions.length), random.below(roads.junctions.length)];
      const path = finder.find(a, b);
      let sec = 0;
      for (let k = 1; k < path.length; k++) {
        const links = [...(other.getLinks(path[k]!.id) ?? [])].filter(
          (l) => l.fromId === path[k - 1]!.id || l.toId === path[k - 1]!.id,
        );
        sec += Math.min(...links.map((l) => l.data.sec));
      }
      expect(fastestFrom(graph, a).seconds[b]).toBeCloseTo(sec, 3);
    }
  });
});
