import type { PlaybookContent } from './playbook';

/** A playbook with another amount at one of its prices: "overtimeHour", or "looseEnd.2" for priority 3. Null for no price. */
export function withPriceAt(content: PlaybookContent, path: string, amount: number): PlaybookContent | null {
  const { prices } = content;
  const loose = /^looseEnd\.([0-4])$/.exec(path);
  if (loose) {
    const looseEnd = [...prices.looseEnd] as PlaybookContent['prices']['looseEnd'];
    looseEnd[Number(loose[1])] = amount;
    return { ...content, prices: { ...prices, looseEnd } };
  }
  if (!(path in prices) || path === 'looseEnd') return null;
  return { ...content, prices: { ...prices, [path]: amount } };
}

/** What a price is now; null for no price. */
export function priceAt({ prices }: PlaybookContent, path: string): number | null {
  const loose = /^looseEnd\.([0-4])$/.exec(path);
  if (loose) return prices.looseEnd[Number(loose[1])] ?? null;
  const held = (prices as unknown as Record<string, unknown>)[path];
  return typeof held === 'number' ? held : null;
}
