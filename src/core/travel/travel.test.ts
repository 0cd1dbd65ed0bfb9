import { createIsland } from '../../../demo/island';
import { buildRoadGraph } from './road-graph';
import { driveSec } from './road-network';
import { legGeometry, travelMatrix } from './travel-matrix';

const network = {
  junctions: [
    { lat: 0, lon: 0 },
    { lat: 0, lon: 0.01 },
    { lat: 0, lon: 0.02 },
  ],
  roads: [
    { from: 0, to: 1, roadClass: 'town' as const, lengthM: 1100, via: [] },
    { from: 1, to: 2, roadClass: 'main' as const, lengthM: 1300, via: [{ lat: 0.001, lon: 0.015 }] },
  ],
};

describe('travel on a network', () => {
  const graph = buildRoadGraph(network);

  it('adds up the roads on the way', () => {
    const matrix = travelMatrix(graph, network.junctions);
    const whole = driveSec(network.roads[0]!) + driveSec(network.roads[1]!);
    expect(matrix.durationSec[2]).toBe(Math.ceil(whole));
    expect(matrix.distanceM[2]).toBe(2400);
    expect([0, 4, 8].map((i) => matrix.durationSec[i])).toEqual([0, 0, 0]);
  });
  it('counts the way to the network', () => {
    const off = travelMatrix(graph, [
      { lat: 0.005, lon: 0 },
      { lat: 0, lon: 0 },
    ]);
    expect(off.durationSec[1]).toBeGreaterThan(90);
  });
  it('draws a leg along its roads, bends included, in the direction driven', () => {
    expect(legGeometry(graph, network.junctions[2]!, network.junctions[0]!).map((p) => p.lon)).toEqual([
      0.02, 0.02, 0.015, 0.01, 0, 0,
    ]);
  });
});

describe('the demo island', () => {
  const island = createIsland(8);

  it('is connected, with a causeway between the isles', () => {
    const matrix = travelMatrix(
      buildRoadGraph(island.roads),
      island.towns.map((t) => t.at),
    );
    expect(Array.from(matrix.durationSec).every(Number.isFinite)).toBe(true);
    expect(island.roads.roads.some((r) => r.roadClass === 'causeway')).toBe(true);
  });
  it('is the same island every time', () => {
    expect(createIsland(8)).toEqual(island);
  });
});
