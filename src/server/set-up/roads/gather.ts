import type { RoadsFound } from '@/contract/set-up/answers/roads';
import { assembleNetwork, type DrivenLine, denseOf, type LatLon } from '@/core/index';
import type { BaseMap } from '@/db/repositories/shared/roads';
import { Refusal } from '../../shared/refusal';
import { drivenAs, placeRadiusKm, type Tags } from './map-tags';

/** Points of a file at most: a large country's roads. */
const MOST_POINTS = 12_000_000;
/** A place joins at a junction: along a road without any, there is one so often. */
const LONGEST_M = 500;

export function refuseFile(code: string, facts: Record<string, string | number> = {}): never {
  throw new Refusal('invalid', { problems: [{ path: 'file', code, facts }] });
}

/** Takes up points and ways of a file one by one, whatever the format, and makes a map of them at the end. */
export class Gathering {
  private readonly numbers = new Map<number | string, number>();
  private lat = new Float64Array(1024);
  private lon = new Float64Array(1024);
  private readonly lines: DrivenLine[] = [];
  private readonly shores: number[][] = [];
  private readonly lakes: LatLon[][] = [];
  private readonly towns: BaseMap['towns'][number][] = [];
  private missing = 0;
  /** Stretches are taken as they come: the file says itself where its junctions are. */
  keepsStretches = false;

  point(id: number | string, lat: number, lon: number, tags?: Tags): void {
    if (!(Math.abs(lat) <= 90 && Math.abs(lon) <= 180)) refuseFile('no-such-place', { point: String(id) });
    const i = this.numbers.size;
    if (i >= MOST_POINTS) refuseFile('too-large', { most: MOST_POINTS });
    if (i === this.lat.length) {
      const [lats, lons] = [this.lat, this.lon];
      this.lat = new Float64Array(i * 2);
      this.lon = new Float64Array(i * 2);
      this.lat.set(lats);
      this.lon.set(lons);
    }
    const known = this.numbers.get(id) ?? i;
    this.numbers.set(id, known);
    this.lat[known] = lat;
    this.lon[known] = lon;
    const radiusKm = tags?.name ? placeRadiusKm(tags) : null;
    if (tags?.name && radiusKm !== null)
      this.towns.push({ name: tags.name.slice(0, 60), at: { lat, lon }, radiusKm });
  }

  way(refs: readonly (number | string)[], tags: Tags): void {
    const driven = drivenAs(tags);
    const isShore = tags.natural === 'coastline';
    const isLake = tags.natural === 'water';
    if (!driven && !isShore && !isLake) return;
    const points = refs.flatMap((ref) => this.numbers.get(ref) ?? []);
    this.missing += refs.length - points.length;
    if (points.length < 2) return;
    if (driven) {
      const { roadClass, oneWay, mostKmh, isReversed } = driven;
      this.lines.push({ points: isReversed ? points.reverse() : points, roadClass, oneWay, mostKmh });
    } else if (isShore) this.shores.push(points);
    else if (points[0] === points.at(-1)) this.lakes.push(this.ring(points));
  }

  private ring(points: readonly number[]): LatLon[] {
    return points.slice(0, -1).map((p) => ({ lat: this.lat[p]!, lon: this.lon[p]! }));
  }

  /** Shores are drawn in pieces: those that meet end to start are one; only what closes is land. */
  private coasts(): LatLon[][] {
    const byStart = new Map(this.shores.map((s) => [s[0]!, s]));
    const out: LatLon[][] = [];
    for (const start of this.shores) {
      if (!byStart.has(start[0]!)) continue;
      const ring = [...start];
      byStart.delete(start[0]!);
      while (ring[0] !== ring.at(-1)) {
        const next = byStart.get(ring.at(-1)!);
        if (!next) break;
        byStart.delete(next[0]!);
        ring.push(...next.slice(1));
      }
      if (ring.length > 3 && ring[0] === ring.at(-1)) out.push(this.ring(ring));
    }
    return out;
  }

  /** The map, and what was found; refused where there is no road in it. */
  finish(name: string): { map: BaseMap; found: RoadsFound } {
    if (this.lines.length === 0) refuseFile('no-roads');
    const points = { lat: this.lat, lon: this.lon };
    const { network, cutOff } = assembleNetwork(
      points,
      this.lines,
      this.keepsStretches ? undefined : LONGEST_M,
    );
    if (network.roads.length === 0) refuseFile('no-roads');
    const kmByClass: Record<string, number> = {};
    for (const r of network.roads) kmByClass[r.roadClass] = (kmByClass[r.roadClass] ?? 0) + r.lengthM / 1000;
    for (const c of Object.keys(kmByClass)) kmByClass[c] = Math.round(kmByClass[c]!);
    return {
      map: { name, coasts: this.coasts(), lakes: this.lakes, towns: this.towns, roads: denseOf(network) },
      found: {
        junctions: network.junctions.length,
        km: Math.round(network.roads.reduce((sum, r) => sum + r.lengthM, 0) / 1000),
        kmByClass,
        cutOff,
        missing: this.missing,
      },
    };
  }
}
