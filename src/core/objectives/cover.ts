import type { Measure } from './measure';

/** Visits done by somebody for whom the territory is not home. */
export const cover: Measure = {
  unitPrice: (p) => p.coverVisit,
  ofStop: ({ visit }, { shift }) =>
    visit.territoryId !== null &&
    !shift.territories.some((t) => t.territoryId === visit.territoryId && t.relation === 'home')
      ? 1
      : 0,
};
