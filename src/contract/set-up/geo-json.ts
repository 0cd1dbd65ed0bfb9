import { z } from 'zod';

/** GeoJSON (RFC 7946) of what can be drawn here: territories as polygons without holes, depots as points. */
const position = z.tuple([z.number().min(-180).max(180), z.number().min(-90).max(90)]).rest(z.number());
const polygon = z.object({ type: z.literal('Polygon'), coordinates: z.array(z.array(position)).min(1) });
const point = z.object({ type: z.literal('Point'), coordinates: position });

export const geoJsonFile = z.object({
  type: z.literal('FeatureCollection'),
  features: z
    .array(
      z.object({
        type: z.literal('Feature'),
        id: z.union([z.string(), z.number()]).optional(),
        geometry: z.discriminatedUnion('type', [polygon, point]),
        properties: z.record(z.string(), z.unknown()).nullable(),
      }),
    )
    .min(1)
    .max(2000),
});
export type GeoJsonFile = z.infer<typeof geoJsonFile>;
