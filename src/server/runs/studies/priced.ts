import { corePrices, looseEndPrice, type PlaybookContent } from '@/contract/playbooks/playbook';
import { withPriceAt } from '@/contract/playbooks/price-at';
import type { Problem } from '@/core/index';
import { withLeastPrices } from '../../shared/problem/playbook/shift-rules';

/** A problem with another amount at one price of its playbook; work with a price of its own keeps that. */
export function pricedAt(
  problem: Problem,
  content: PlaybookContent,
  path: string,
  amount: number,
): { readonly problem: Problem; readonly content: PlaybookContent } | null {
  const next = withPriceAt(content, path, amount);
  if (!next) return null;
  const visits = path.startsWith('looseEnd.')
    ? problem.visits.map((v) =>
        v.unplannedPrice === looseEndPrice(content, v.priority)
          ? { ...v, unplannedPrice: looseEndPrice(next, v.priority) }
          : v,
      )
    : problem.visits;
  return { problem: { ...problem, visits, prices: withLeastPrices(corePrices(next), next) }, content: next };
}
