import { closedRoads, closing } from './closed-roads';
import { denseOf } from './dense-network';
import { buildRoadGraph } from './road-graph';
import { legGeometry, travelMatrix } from './travel-matrix';

/** A square of roads with a bridge along its southern side, and a lone farm behind its eastern corner. */
const network = {
  junctions: [
    { lat: 0, lon: 0 },
    { lat: 0, lon: 0.01 },
    { lat: 0.01, lon: 0.01 },
    { lat: 0.01, lon: 0 },
    { lat: 0, lon: 0.02 },
  ],
  roads: [
    { from: 0, to: 1, roadClass: 'town' as const, lengthM: 1113, via: [{ lat: -0.0005, lon: 0.005 }] },
    { from: 1, to: 2, roadClass: 'town' as const, lengthM: 1113, via: [] },
    { from: 2, to: 3, roadClass: 'town' as const, lengthM: 1113, via: [] },
    { from: 3, to: 0, roadClass: 'town' as const, lengthM: 1113, via: [] },
    { from: 1, to: 4, roadClass: 'town' as const, lengthM: 1113, via: [] },
  ],
};
const bridge = { lat: -0.0005, lon: 0.005, radiusM: 30 };
const HALF_DAY = 12 * 3600;

describe('closed roads', () => {
  const dense = denseOf(network);
  const graph = buildRoadGraph(dense);

  it('are those that come near to the spot, bends included, and no others', () => {
    expect([...closedRoads(dense, [bridge])]).toEqual([0]);
    expect([...closedRoads(dense, [{ lat: 0, lon: 0.005, radiusM: 30 }])]).toEqual([]);
    expect([...closedRoads(dense, [{ lat: 0, lon: 0.005, radiusM: 60 }])]).toEqual([0]);
    expect([...closedRoads(dense, [{ lat: 0, lon: 0.01, radiusM: 10 }])].sort()).toEqual([0, 1, 4]);
    expect([...closedRoads(dense, [bridge, { lat: 0.005, lon: 0.01, radiusM: 20 }])].sort()).toEqual([0, 1]);
  });

  it('are driven round, both ways, on the map too', () => {
    const shut = closing(graph, closedRoads(dense, [bridge]));
    const [open, round] = [graph, shut].map((g) => travelMatrix(g, network.junctions));
    expect(open!.distanceM[1]).toBe(1113);
    expect(round!.distanceM[1]).toBe(3 * 1113);
    expect(round!.distanceM[5]).toBe(3 * 1113);
    expect(round!.durationSec[1]).toBeLessThan(HALF_DAY);
    const way = legGeometry(shut, network.junctions[0]!, network.junctions[1]!).map((p) => p.lat);
    expect(way).not.toContain(-0.0005);
    expect(way).toContain(0.01);
  });

  it('leave what has no other way a day too far', () => {
    const shut = closing(graph, closedRoads(dense, [{ lat: 0, lon: 0.015, radiusM: 20 }]));
    const { durationSec } = travelMatrix(shut, network.junctions);
    expect(durationSec[1 * 5 + 4]).toBeGreaterThanOrEqual(HALF_DAY);
    expect(durationSec[4 * 5 + 1]).toBeGreaterThanOrEqual(HALF_DAY);
    expect(durationSec[0 * 5 + 1]).toBeLessThan(600);
  });

  it('are the same network where none is closed', () => {
    expect(closing(graph, closedRoads(dense, []))).toBe(graph);
  });
});
