import { assembleNetwork, type DrivenLine } from './assemble-network';
import { denseOf } from './dense-network';
import { distanceToRoadM } from './road-distance';
import { buildRoadGraph } from './road-graph';
import { driveSec } from './road-network';
import { fastestFrom } from './shortest-paths';

const line = (points: readonly number[], more: Partial<DrivenLine> = {}): DrivenLine => ({
  points,
  roadClass: 'rural',
  oneWay: false,
  mostKmh: null,
  ...more,
});
/** Points on the equator, 0.01 degrees (1,112 m) apart. */
const points = (n: number) => ({
  lat: new Float64Array(n),
  lon: Float64Array.from({ length: n }, (_, i) => i / 100),
});

describe('a network of drawn lines', () => {
  it('has junctions where lines end and where they share a point, and bends between', () => {
    const { network } = assembleNetwork(points(6), [line([0, 1, 2, 3]), line([2, 4])]);
    expect(network.junctions.map((p) => p.lon)).toEqual([0, 0.02, 0.03, 0.04]);
    expect(network.roads.map((r) => [r.from, r.to, r.lengthM, r.via.length])).toEqual([
      [0, 1, 2224, 1],
      [1, 2, 1112, 0],
      [1, 3, 2224, 0],
    ]);
  });
  it('is cut where the next junction would be far', () => {
    const { network } = assembleNetwork(points(6), [line([0, 1, 2, 3, 4, 5])], 2000);
    expect(network.junctions.map((p) => p.lon)).toEqual([0, 0.02, 0.04, 0.05]);
  });
  it('keeps what reaches each other, and says what is cut off', () => {
    const dead = line([4, 5]);
    const { network, cutOff } = assembleNetwork(points(6), [
      line([0, 1], { oneWay: true }),
      line([1, 2, 0]),
      // Whoever drives in here never comes back.
      line([2, 3], { oneWay: true }),
      dead,
    ]);
    expect(network.junctions).toHaveLength(3);
    expect(network.roads).toHaveLength(3);
    expect(cutOff).toEqual({ roads: 2, km: 2 });
  });
  it('keeps nothing of nothing', () =>
    expect(assembleNetwork(points(0), [])).toEqual({
      network: { junctions: [], roads: [] },
      cutOff: { roads: 0, km: 0 },
    }));
});

describe('what is driven', () => {
  const ring = assembleNetwork(points(3), [line([0, 1], { oneWay: true }), line([1, 2]), line([2, 0])]);
  const graph = buildRoadGraph(ring.network, { rural: 36 });
  it('a one-way road is driven one way', () => {
    expect(fastestFrom(graph, 0).seconds[1]).toBeCloseTo(111.2, 0);
    // Back round by the other two.
    expect(fastestFrom(graph, 1).seconds[0]).toBeCloseTo(111.2 + 222.4, 0);
  });
  it('a limit holds where it is less than the speed of the class', () => {
    const road = { from: 0, to: 1, roadClass: 'town' as const, lengthM: 1000, via: [] };
    expect(driveSec({ ...road, mostKmh: 20 })).toBe(180);
    expect(driveSec({ ...road, mostKmh: 90 })).toBe(driveSec(road));
  });
  it('ending with what is wanted changes nothing about it', () => {
    const all = fastestFrom(graph, 1);
    expect(fastestFrom(graph, 1, [2]).seconds[2]).toBe(all.seconds[2]);
  });
});

describe('how far a place lies from the roads', () => {
  const network = denseOf(assembleNetwork(points(3), [line([0, 1, 2])]).network);
  it.each([
    ['beside the middle of one', { lat: 0.01, lon: 0.005 }, 1112],
    ['beyond its end', { lat: 0, lon: 0.03 }, 1112],
    ['on it', { lat: 0, lon: 0.0123 }, 0],
    ['far away', { lat: 2, lon: 0.01 }, 222_390],
  ])('%s', (_where, p, m) =>
    expect(Math.abs(distanceToRoadM(network, p) - m)).toBeLessThan(Math.max(1, m / 10_000)),
  );
  it('of nothing', () =>
    expect(distanceToRoadM(denseOf({ junctions: [], roads: [] }), { lat: 0, lon: 0 })).toBe(
      Number.POSITIVE_INFINITY,
    ));
});
