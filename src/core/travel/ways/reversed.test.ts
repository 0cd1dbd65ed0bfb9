import { createIsland } from '../../../../demo/island';
import { createRandom } from '../../base/random';
import { buildRoadGraph } from '../road-graph';
import { fastestFrom } from '../shortest-paths';
import { fastestInto, reversed } from './reversed';

describe('ways into a junction', () => {
  const { roads } = createIsland(5);
  const graph = buildRoadGraph({
    ...roads,
    roads: roads.roads.map((r, i) => ({ ...r, ...(i % 4 === 0 ? { oneWay: true as const } : {}) })),
  });
  const back = reversed(graph);

  it('are those that lead out of the others, to the last digit', () => {
    const random = createRandom(9);
    const junctions = graph.first.length - 1;
    for (let i = 0; i < 12; i++) {
      const target = random.below(junctions);
      const into = fastestInto(back, target);
      for (let k = 0; k < 25; k++) {
        const from = random.below(junctions);
        const tree = fastestFrom(graph, from);
        const way = into(from);
        expect(way.seconds).toBe(tree.seconds[target]!);
        if (Number.isFinite(way.seconds)) expect(way.metres).toBeCloseTo(tree.metres[target]!, 6);
      }
    }
  });

  it('turn round again to what they were', () => {
    const again = reversed(back);
    expect([...again.first]).toEqual([...graph.first]);
    const tree = fastestFrom(graph, 0);
    expect([...fastestFrom(again, 0).seconds]).toEqual([...tree.seconds]);
  });
});
