import type { LatLon, Place } from '@/core/index';

/** Collects places; the same coordinates are the same place. */
export class Places {
  readonly list: Place[] = [];
  private readonly byKey = new Map<string, string>();

  idOf(point: LatLon): string {
    const key = `${point.lat},${point.lon}`;
    const known = this.byKey.get(key);
    if (known) return known;
    const id = `p${this.list.length}`;
    this.list.push({ id, lat: point.lat, lon: point.lon });
    this.byKey.set(key, id);
    return id;
  }

  points(): LatLon[] {
    return this.list.map((p) => ({ lat: p.lat ?? 0, lon: p.lon ?? 0 }));
  }
}
