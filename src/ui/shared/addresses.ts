import type { Extent } from '@/contract/runs/run';

/** Address of plans side by side, over an extent. */
export function compareAddress(
  extent: Pick<Extent, 'firstDate' | 'lastDate'> & { readonly territoryIds: readonly string[] },
  planIds: readonly string[],
): string {
  const query = new URLSearchParams({
    plans: planIds.join(','),
    territories: extent.territoryIds.join(','),
    from: extent.firstDate,
    to: extent.lastDate,
  });
  return `/plan/compare?${query.toString()}`;
}
