import type { Extent } from '@/contract/runs/run';

/** Plan and extent out of a query string; checked by the use case. */
export function planQuery(request: Request): { planId: string; extent: Extent } {
  const query = new URL(request.url).searchParams;
  return {
    planId: query.get('plan') ?? 'live',
    extent: {
      territoryIds: (query.get('territories') ?? '').split(',').filter((id) => id !== ''),
      firstDate: query.get('from') ?? '',
      lastDate: query.get('to') ?? '',
    },
  };
}
