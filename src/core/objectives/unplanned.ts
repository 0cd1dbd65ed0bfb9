import type { Measure } from './measure';

/** Loose ends; each visit carries its own price, by priority. */
export const unplanned: Measure = {
  unitPrice: ({ visit }) => visit?.unplannedPrice ?? 0,
  ofLooseEnd: () => 1,
};
