import { z } from 'zod';

/** A road that is closed, as it is drawn and opened again. */
export const closedRoad = z.strictObject({
  id: z.string(),
  version: z.int(),
  lat: z.number(),
  lon: z.number(),
  radiusM: z.number(),
  note: z.string(),
  /** Seconds since 1970; null until somebody opens it. */
  opensAt: z.number().nullable(),
});
export type ClosedRoad = z.infer<typeof closedRoad>;
