import { partsToFetch } from '../model/work-of';
import { eachStop } from './each-stop';

/** Parts are aboard, or the person can fetch them before the first visit. */
export const parts = eachStop('parts', (visit, shift) => {
  const [missing] = partsToFetch(visit, shift);
  return missing !== undefined && shift.partsPlaceId === undefined ? { part: missing } : null;
});
