/**
 * Roads of a large country: how long a file of 300,000 nodes takes to become a network, and travel between 500 places
 * on it. With a bend in each street a third of the nodes are junctions, as in real files or above; without, all are.
 *
 *     npx tsx bench/roads.ts [side of the lattice, 316] [bends in a street, 1]
 */
import { buildRoadGraph, createRandom, type LatLon, travelMatrix } from '@/core/index';
import { packMap } from '@/db/repositories/shared/roads';
import { readRoads } from '@/server/set-up/roads/read-roads';

const side = Number(process.argv[2] ?? 316);
const bends = Number(process.argv[3] ?? 1);
const STEP = 0.004;

/** A lattice out of true, a tenth of its streets missing; every 8th line is fast, every 40th faster. */
function latticeXml(): string {
  const random = createRandom(5);
  const parts: string[] = ['<osm version="0.6">'];
  const ways: string[] = [];
  const places: LatLon[] = [];
  const node = (lat: number, lon: number): number => {
    places.push({ lat, lon });
    parts.push(`<node id="${places.length}" lat="${lat.toFixed(7)}" lon="${lon.toFixed(7)}"/>`);
    return places.length;
  };
  const at = (r: number, c: number): number => r * side + c + 1;
  for (let r = 0; r < side; r++)
    for (let c = 0; c < side; c++)
      node(45 + (r + random.next() * 0.6) * STEP, 5 + (c + random.next() * 0.6) * STEP);
  const kind = (line: number): string =>
    line % 40 === 0 ? 'trunk' : line % 8 === 0 ? 'secondary' : 'residential';
  let id = 0;
  const street = (a: number, b: number, k: string): void => {
    if (k === 'residential' && random.next() < 0.1) return;
    const [p, q] = [places[a - 1]!, places[b - 1]!];
    const via = Array.from({ length: bends }, (_, i) => {
      const share = (i + 1) / (bends + 1);
      return node(p.lat + (q.lat - p.lat) * share + STEP / 20, p.lon + (q.lon - p.lon) * share);
    });
    const nds = [a, ...via, b].map((ref) => `<nd ref="${ref}"/>`).join('');
    ways.push(
      `<way id="${++id}">${nds}<tag k="highway" v="${k}"/><tag k="maxspeed" v="${random.next() < 0.5 ? 50 : 30}"/></way>`,
    );
  };
  for (let r = 0; r < side; r++)
    for (let c = 0; c < side; c++) {
      if (c + 1 < side) street(at(r, c), at(r, c + 1), kind(r));
      if (r + 1 < side) street(at(r, c), at(r + 1, c), kind(c));
    }
  return [...parts, ...ways, '</osm>'].join('\n');
}

const seconds = <T>(what: string, work: () => T): T => {
  const from = performance.now();
  const made = work();
  process.stdout.write(`${what}: ${((performance.now() - from) / 1000).toFixed(1)} s\n`);
  return made;
};

const bytes = Buffer.from(latticeXml());
process.stdout.write(
  `File: ${(bytes.length / 1e6).toFixed(0)} MB, ${side * side * (1 + 2 * bends)} nodes or fewer\n`,
);
const { map, found } = seconds('Read', () => readRoads(bytes, 'Lattice'));
process.stdout.write(`${found.junctions} junctions, ${found.km} km, cut off ${found.cutOff.roads} roads\n`);
const packed = seconds('Packed', () => packMap(map));
process.stdout.write(`Packed: ${(packed.length / 1e6).toFixed(1)} MB\n`);
const graph = seconds('Graph', () => buildRoadGraph(map.roads));
const random = createRandom(9);
const spread = (share: number): LatLon[] =>
  Array.from({ length: 500 }, () => ({
    lat: 45 + (0.5 + (random.next() - 0.5) * share) * side * STEP,
    lon: 5 + (0.5 + (random.next() - 0.5) * share) * side * STEP,
  }));
seconds('500 × 500 all over it', () => travelMatrix(graph, spread(1)));
seconds('500 × 500 in the middle quarter', () => travelMatrix(graph, spread(0.5)));
process.stdout.write(`Memory: ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB\n`);
