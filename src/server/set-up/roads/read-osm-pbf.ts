import { inflateSync } from 'node:zlib';
import { parse } from 'osm-pbf-parser-node';
import { Refusal } from '../../shared/refusal';
import { type Gathering, refuseFile } from './gather';
import { GENERATOR } from './read-osm-xml';

/** Bytes of a block, packed and unpacked, beyond which no reader needs to go (OpenStreetMap wiki, PBF Format). */
const MOST_HEADER = 64 * 1024;
const MOST_BLOCK = 32 * 1024 * 1024;

/** Fields of a protocol-buffer message by their number: numbers and bytes, the last of each. */
function fieldsOf(message: Buffer): Map<number, number | Buffer> {
  const out = new Map<number, number | Buffer>();
  let at = 0;
  const varint = (): number => {
    let value = 0;
    for (let factor = 1; ; factor *= 128) {
      const byte = message[at++];
      if (byte === undefined || factor > 2 ** 49) throw new Error('a number does not end');
      value += (byte & 127) * factor;
      if (byte < 128) return value;
    }
  };
  while (at < message.length) {
    const key = varint();
    const kind = key % 8;
    if (kind !== 0 && kind !== 2) throw new Error(`a field of kind ${kind}`);
    const value = varint();
    if (kind === 2 && at + value > message.length) throw new Error('a field is longer than its message');
    out.set(Math.floor(key / 8), kind === 0 ? value : message.subarray(at, at + value));
    if (kind === 2) at += value;
  }
  return out;
}

function contentOf(blob: Map<number, number | Buffer>): Buffer {
  const [raw, zlib] = [blob.get(1), blob.get(3)];
  if (Buffer.isBuffer(raw)) return raw;
  if (Buffer.isBuffer(zlib)) return inflateSync(zlib, { maxOutputLength: MOST_BLOCK });
  throw new Error('a block is packed in a way that is not read here');
}

/** Blocks of a file in their order: what each is, and what it holds. */
function* blocksOf(bytes: Buffer): Generator<{ type: string; content: Buffer }> {
  let at = 0;
  const take = (length: number, most: number): Buffer => {
    if (length > most) throw new Error(`a block of ${length} bytes`);
    if (at + length > bytes.length) throw new Error('the file ends within a block');
    at += length;
    return bytes.subarray(at - length, at);
  };
  while (at < bytes.length) {
    const header = fieldsOf(take(take(4, 4).readUInt32BE(), MOST_HEADER));
    const blob = fieldsOf(take(Number(header.get(3) ?? 0), MOST_BLOCK));
    yield { type: String(header.get(1)), content: contentOf(blob) };
  }
}

interface Item {
  readonly type: 'node' | 'way' | 'relation';
  readonly id: number;
  readonly lat: number;
  readonly lon: number;
  readonly refs: readonly number[];
  readonly tags?: Record<string, string>;
}

/** Reads OpenStreetMap PBF: nodes, and ways after them. */
export function readOsmPbf(bytes: Buffer, into: Gathering): void {
  try {
    for (const { type, content } of blocksOf(bytes)) {
      if (type === 'OSMHeader') into.keepsStretches = String(fieldsOf(content).get(16)) === GENERATOR;
      if (type !== 'OSMData') continue;
      for (const item of parse(content, { withTags: true }) as Item[]) {
        if (item.type === 'node') into.point(item.id, item.lat, item.lon, item.tags);
        else if (item.type === 'way') into.way(item.refs, item.tags ?? {});
      }
    }
  } catch (cause) {
    if (cause instanceof Refusal) throw cause;
    refuseFile('not-pbf', { what: cause instanceof Error ? cause.message.slice(0, 120) : '' });
  }
}
