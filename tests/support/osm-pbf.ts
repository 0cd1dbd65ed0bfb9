import { deflateSync } from 'node:zlib';

/** Protocol-buffer wire format, as much of it as map files need: varints and length-delimited fields. */
function varint(n: number): Buffer {
  const out: number[] = [];
  let left = n;
  while (left >= 128) {
    out.push((left % 128) + 128);
    left = Math.floor(left / 128);
  }
  out.push(left);
  return Buffer.from(out);
}
const zigzag = (n: number): number => (n < 0 ? -n * 2 - 1 : n * 2);
const bytes = (field: number, content: Buffer): Buffer =>
  Buffer.concat([varint(field * 8 + 2), varint(content.length), content]);
const number = (field: number, n: number): Buffer => Buffer.concat([varint(field * 8), varint(n)]);
const packed = (field: number, list: readonly number[]): Buffer =>
  bytes(field, Buffer.concat(list.map(varint)));
const deltas = (list: readonly number[]): number[] => list.map((n, i) => zigzag(n - (list[i - 1] ?? 0)));

function blob(type: string, content: Buffer): Buffer {
  const body = Buffer.concat([number(2, content.length), bytes(3, deflateSync(content))]);
  const head = Buffer.concat([bytes(1, Buffer.from(type)), number(3, body.length)]);
  const size = Buffer.alloc(4);
  size.writeUInt32BE(head.length);
  return Buffer.concat([size, head, body]);
}

export interface PbfWay {
  readonly refs: readonly number[];
  readonly tags: Readonly<Record<string, string>>;
}

/** A file of nodes (degrees) and ways, with nodes as dense ones (OpenStreetMap wiki, PBF Format). */
export function osmPbf(
  nodes: readonly { readonly lat: number; readonly lon: number }[],
  ways: readonly PbfWay[],
  program = 'test',
): Buffer {
  const strings = ['', ...new Set(ways.flatMap((w) => Object.entries(w.tags).flat()))];
  const table = bytes(1, Buffer.concat(strings.map((s) => bytes(1, Buffer.from(s)))));
  const units = (n: number): number => Math.round(n * 1e7);
  const dense = Buffer.concat([
    packed(1, deltas(nodes.map((_, i) => i + 1))),
    packed(8, deltas(nodes.map((p) => units(p.lat)))),
    packed(9, deltas(nodes.map((p) => units(p.lon)))),
  ]);
  const wayOf = (w: PbfWay, i: number): Buffer =>
    bytes(
      3,
      Buffer.concat([
        number(1, i + 1),
        packed(
          2,
          Object.keys(w.tags).map((k) => strings.indexOf(k)),
        ),
        packed(
          3,
          Object.values(w.tags).map((v) => strings.indexOf(v)),
        ),
        packed(8, deltas(w.refs)),
      ]),
    );
  const block = Buffer.concat([table, bytes(2, bytes(2, dense)), bytes(2, Buffer.concat(ways.map(wayOf)))]);
  const head = Buffer.concat([bytes(4, Buffer.from('OsmSchema-V0.6')), bytes(16, Buffer.from(program))]);
  return Buffer.concat([blob('OSMHeader', head), blob('OSMData', block)]);
}
