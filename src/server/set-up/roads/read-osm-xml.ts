import { StringDecoder } from 'node:string_decoder';
import { SaxesParser } from 'saxes';
import { type Gathering, refuseFile } from './gather';

const CHUNK = 1 << 20;
/** What this program writes as `generator`: such a file names its junctions itself. */
export const GENERATOR = 'Lime Knot';

/** Reads OpenStreetMap XML (API 0.6): nodes, and ways after them. */
export function readOsmXml(bytes: Buffer, into: Gathering): void {
  const parser = new SaxesParser();
  const decoder = new StringDecoder('utf8');
  let root: string | null = null;
  let node: { id: number; lat: number; lon: number } | null = null;
  let refs: number[] | null = null;
  let tags: Record<string, string> = {};
  parser.on('error', (error) =>
    refuseFile('not-xml', { line: parser.line, what: error.message.replace(/^\d+:\d+: /, '').slice(0, 120) }),
  );
  parser.on('opentag', ({ name, attributes: a }) => {
    if (root === null) {
      root = name;
      if (name !== 'osm') refuseFile('not-osm', { root: name.slice(0, 40) });
      into.keepsStretches = a.generator === GENERATOR;
    } else if (name === 'node') {
      node = { id: Number(a.id), lat: Number(a.lat), lon: Number(a.lon) };
      tags = {};
    } else if (name === 'way') {
      refs = [];
      tags = {};
    } else if (name === 'nd') refs?.push(Number(a.ref));
    else if (name === 'tag' && a.k !== undefined && a.v !== undefined) tags[a.k] = a.v;
  });
  parser.on('closetag', ({ name }) => {
    if (name === 'node' && node) {
      into.point(node.id, node.lat, node.lon, tags);
      node = null;
    } else if (name === 'way' && refs) {
      into.way(refs, tags);
      refs = null;
    }
  });
  for (let at = 0; at < bytes.length; at += CHUNK)
    parser.write(decoder.write(bytes.subarray(at, at + CHUNK)));
  parser.write(decoder.end());
  parser.close();
}
