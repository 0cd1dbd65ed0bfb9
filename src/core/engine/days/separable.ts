import type { Links } from '../prepare/links';
import type { Prepared } from '../prepare/prepared';

/** Whether the price of one day never hangs on another, so that the cheapest plan is a choice of cheapest days. */
export function isSeparable(prep: Prepared & { readonly links: Links }): boolean {
  return (
    !prep.links.hasLinks &&
    prep.unfairPrice === 0 &&
    prep.limitSec.length === 0 &&
    prep.restAfter.every((list) => list.length === 0)
  );
}
