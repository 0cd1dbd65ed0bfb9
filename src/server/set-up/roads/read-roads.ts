import { gunzipSync } from 'node:zlib';
import type { RoadsFound } from '@/contract/set-up/answers/roads';
import type { BaseMap } from '@/db/repositories/shared/roads';
import { Gathering, refuseFile } from './gather';
import { readOsmPbf } from './read-osm-pbf';
import { readOsmXml } from './read-osm-xml';
import { readRoadLines } from './read-road-lines';

/** Bytes that a packed file may have unpacked. */
const MOST_BYTES = 1_500_000_000;

function unpacked(bytes: Buffer): Buffer {
  if (bytes[0] !== 0x1f || bytes[1] !== 0x8b) return bytes;
  try {
    return gunzipSync(bytes, { maxOutputLength: MOST_BYTES });
  } catch {
    return refuseFile('not-packed');
  }
}

/**
 * A road network out of a file: OpenStreetMap XML or PBF, or lines of GeoJSON, packed by gzip or not; told apart by what
 * they begin with. Takes its time: for workers.
 */
export function readRoads(file: Buffer, name: string): { map: BaseMap; found: RoadsFound } {
  if (file.length === 0) refuseFile('file-empty');
  const bytes = unpacked(file);
  const into = new Gathering();
  const start = bytes.subarray(0, 4096);
  const text = start
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (start.subarray(0, 64).includes('OSMHeader')) readOsmPbf(bytes, into);
  else if (text.startsWith('<')) readOsmXml(bytes, into);
  else if (text.startsWith('{') && bytes.length < 400_000_000) readRoadLines(bytes.toString('utf8'), into);
  else refuseFile('no-road-file');
  return into.finish(name);
}
