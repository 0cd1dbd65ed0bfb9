import { z } from 'zod';
import { type Gathering, refuseFile } from './gather';

const position = z.array(z.number()).min(2);
const lineFile = z.object({
  type: z.literal('FeatureCollection'),
  features: z.array(
    z.object({
      type: z.literal('Feature'),
      geometry: z.discriminatedUnion('type', [
        z.object({ type: z.literal('LineString'), coordinates: z.array(position).min(2) }),
        z.object({ type: z.literal('MultiLineString'), coordinates: z.array(z.array(position).min(2)) }),
        z.object({ type: z.literal('Point'), coordinates: position }),
      ]),
      properties: z.record(z.string(), z.unknown()).nullable().optional(),
    }),
  ),
});

/** Reads lines of GeoJSON (RFC 7946): properties as tags of ways, ends and corners that are one point are joined. */
export function readRoadLines(text: string, into: Gathering): void {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (cause) {
    refuseFile('not-json', { what: cause instanceof Error ? cause.message.slice(0, 120) : '' });
  }
  const read = lineFile.safeParse(raw);
  if (!read.success) {
    const [issue] = read.error.issues;
    refuseFile('not-road-lines', { where: issue?.path.join('.') ?? '' });
  }
  const known = new Set<string>();
  for (const feature of read.data.features) {
    const tags = Object.fromEntries(
      Object.entries(feature.properties ?? {})
        .filter(([, v]) => v !== null && typeof v !== 'object')
        .map(([k, v]) => [k, String(v)]),
    );
    const { geometry } = feature;
    if (geometry.type === 'Point') {
      const [lon, lat] = geometry.coordinates;
      into.point(`place ${lat},${lon}`, lat!, lon!, tags);
      continue;
    }
    // A line that says nothing of itself is a road all the same: it would not be in a file of roads.
    const own = tags.highway || tags.route || tags.natural ? tags : { highway: 'road', ...tags };
    for (const line of geometry.type === 'LineString' ? [geometry.coordinates] : geometry.coordinates) {
      const keys = line.map(([lon, lat]) => {
        const key = `${lat!.toFixed(7)},${lon!.toFixed(7)}`;
        if (!known.has(key)) into.point(key, lat!, lon!);
        known.add(key);
        return key;
      });
      into.way(keys, own);
    }
  }
}
