import { createIsland } from '../../../../demo/island';
import { createRandom } from '../../base/random';
import { buildRoadGraph } from '../road-graph';
import { fastestFrom } from '../shortest-paths';
import { atMostSec, placeLandmarks } from './landmarks';

describe('landmarks', () => {
  const { roads } = createIsland(8);
  // Every third road can be driven one way only: there and back differ.
  const oneWays = {
    ...roads,
    roads: roads.roads.map((r, i) => ({ ...r, ...(i % 3 === 0 ? { oneWay: true as const } : {}) })),
  };
  const graphs = [buildRoadGraph(oneWays), buildRoadGraph(oneWays, { main: 25, town: 60 })];
  const landmarks = placeLandmarks(graphs);
  const at = (junction: number) => ({ junction, distanceM: 0, seconds: 30 });

  it('bound every leg from above, at each of the speeds and in its own direction', () => {
    const random = createRandom(3);
    const junctions = graphs[0]!.first.length - 1;
    const over: number[] = [];
    for (let i = 0; i < 40; i++) {
      const from = random.below(junctions);
      const trees = graphs.map((g) => fastestFrom(g, from));
      for (let k = 0; k < 25; k++) {
        const to = random.below(junctions);
        const longest = Math.max(...trees.map((t) => t.seconds[to]!));
        const most = atMostSec(landmarks, at(from), at(to));
        expect(most).toBeGreaterThanOrEqual(longest + 60);
        if (Number.isFinite(longest) && longest > 0) over.push(most / (longest + 60));
      }
    }
    // They are of use only where the bound is near.
    expect(over.sort((a, b) => a - b)[Math.floor(over.length / 2)]).toBeLessThan(1.5);
  });

  it('say nothing of what they do not join', () => {
    const apart = buildRoadGraph({
      junctions: [
        { lat: 0, lon: 0 },
        { lat: 0, lon: 1 },
        { lat: 1, lon: 0 },
        { lat: 1, lon: 1 },
      ],
      roads: [
        { from: 0, to: 1, roadClass: 'rural', lengthM: 1000, via: [] },
        { from: 2, to: 3, roadClass: 'rural', lengthM: 1000, via: [] },
      ],
    });
    expect(atMostSec(placeLandmarks([apart]), at(0), at(3))).toBe(Number.POSITIVE_INFINITY);
  });
});
