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

/** Address of a plan on the Plan page, with its own extent. */
export function draftAddress(
  draft: Pick<Extent, 'firstDate' | 'lastDate'> & {
    readonly id: string;
    readonly territoryIds: readonly string[];
  },
): string {
  const query = new URLSearchParams({
    plan: draft.id,
    territories: draft.territoryIds.join(','),
    from: draft.firstDate,
  });
  if (draft.lastDate !== draft.firstDate) query.set('to', draft.lastDate);
  return `/plan?${query.toString()}`;
}
