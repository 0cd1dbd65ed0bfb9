import type { Measure } from './measure';

/** Arrivals from elsewhere at places that have several visits: one trip for all of them costs least. */
export const siteTrips: Measure = {
  unitPrice: ({ index, visit }) => visit?.prices?.siteTrip ?? index.problem.prices.siteTrip ?? 0,
  ofStop: ({ visit, fromPlaceId }, _route, index) =>
    fromPlaceId !== visit.placeId && (index.visitsAt.get(visit.placeId) ?? 0) > 1 ? 1 : 0,
};
