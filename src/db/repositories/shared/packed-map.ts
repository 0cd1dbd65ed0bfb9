import { gzipSync } from 'node:zlib';
import { type DenseNetwork, denseOf, type LatLon, type RoadNetwork } from '@/core/index';

/** The drawn ground and its roads, as stored. */
export interface BaseMap {
  readonly name: string;
  readonly coasts: readonly (readonly LatLon[])[];
  readonly lakes: readonly (readonly LatLon[])[];
  readonly towns: readonly { readonly name: string; readonly at: LatLon; readonly radiusKm: number }[];
  readonly roads: DenseNetwork;
}

/** What a packed map begins with: its form, and the length of the plain part that follows. */
const MARK = 'LKR1';
const HEAD = 8;

/** The arrays of a network, in the order in which they are packed. */
const ARRAYS = {
  lat: Float64Array,
  lon: Float64Array,
  from: Int32Array,
  to: Int32Array,
  roadClass: Uint8Array,
  lengthM: Float64Array,
  oneWay: Uint8Array,
  mostKmh: Float64Array,
  viaFirst: Int32Array,
  viaLat: Float64Array,
  viaLon: Float64Array,
} as const satisfies Record<keyof DenseNetwork, unknown>;
type Name = keyof typeof ARRAYS;
const NAMES = Object.keys(ARRAYS) as Name[];

/** The plain part as JSON, then each array as its bytes (little-endian), all packed by gzip. */
export function packMap({ roads, ...plain }: BaseMap): Buffer {
  const lengths = Object.fromEntries(NAMES.map((n) => [n, roads[n].length]));
  const json = Buffer.from(JSON.stringify({ ...plain, lengths }));
  const head = Buffer.alloc(HEAD);
  head.write(MARK, 'latin1');
  head.writeUInt32LE(json.length, 4);
  const arrays = NAMES.map((n) => Buffer.from(roads[n].buffer, roads[n].byteOffset, roads[n].byteLength));
  return gzipSync(Buffer.concat([head, json, ...arrays]), { level: 1 });
}

/** A map out of its unpacked bytes; those of earlier releases are JSON. */
export function unpackMap(bytes: Buffer): BaseMap {
  if (bytes.toString('latin1', 0, 4) !== MARK) {
    const old = JSON.parse(bytes.toString('utf8')) as Omit<BaseMap, 'roads'> & { roads: RoadNetwork };
    return { ...old, roads: denseOf(old.roads) };
  }
  const end = HEAD + bytes.readUInt32LE(4);
  const { lengths, ...plain } = JSON.parse(bytes.toString('utf8', HEAD, end)) as Omit<BaseMap, 'roads'> & {
    lengths: Record<Name, number>;
  };
  let at = end;
  const arrays = NAMES.map((n) => {
    const kind = ARRAYS[n];
    const size = lengths[n] * kind.BYTES_PER_ELEMENT;
    // Copied, so that each begins where its numbers may begin.
    const own = new Uint8Array(size);
    own.set(bytes.subarray(at, at + size));
    at += size;
    return [n, new kind(own.buffer)] as const;
  });
  return { ...plain, roads: Object.fromEntries(arrays) as unknown as DenseNetwork };
}
