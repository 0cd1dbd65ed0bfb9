import type { PlaybookContent } from '@/contract/playbooks/playbook';
import type { PriceId } from '@/contract/playbooks/prices';
import type { Objective } from '@/core/index';
import { inUnits, unitText } from '../../messages/counting';
import { PRICE_NAMES } from '../../messages/playbooks/words';

/** A line of the price list: one amount a unit, the measure that it prices, and how an amount of it is said. */
export interface PriceLine {
  readonly id: string;
  /** Where it stands in the playbook. */
  readonly path: string;
  readonly name: string;
  readonly unit: string;
  readonly many: string;
  readonly amount: number;
  /** Null where the measure's price is told in another line. */
  readonly measure: Objective | null;
  readonly set: (content: PlaybookContent, amount: number) => PlaybookContent;
}

const MEASURES: readonly (readonly [PriceId, Objective])[] = [
  ['drivingHour', 'travelTime'],
  ['drivingKm', 'travelDistance'],
  ['overtimeHour', 'overtime'],
  ['weekOvertimeHour', 'sharedOvertime'],
  ['lateMinute', 'lateness'],
  ['missedWindow', 'missedWindows'],
  ['dayWaited', 'daysWaited'],
  ['favouredMissed', 'favoured'],
  ['avoidedUsed', 'avoided'],
  ['coverVisit', 'cover'],
  ['loanVisit', 'loan'],
  ['levelToSpare', 'levelsToSpare'],
  ['personOut', 'personsOut'],
  ['unfairHour', 'unfairShare'],
  ['siteTrip', 'siteTrips'],
  ['marginMinute', 'margin'],
  ['changed', 'changed'],
  ['moved', 'moved'],
];

const round = (amount: number): number => Math.round(amount * 1e6) / 1e6;

export function priceLines({ prices }: PlaybookContent): PriceLine[] {
  const usual = MEASURES.map(([id, measure]): PriceLine => {
    const words = PRICE_NAMES[id];
    const isDistance = id === 'drivingKm';
    const factor = isDistance ? inUnits(1) : 1;
    return {
      id,
      path: `prices.${id}`,
      name: words.name,
      unit: isDistance ? `a ${unitText()}` : words.unit,
      many: isDistance ? unitText() : words.many,
      amount: round(prices[id] / factor),
      measure,
      set: (c, amount) => ({ ...c, prices: { ...c.prices, [id]: round(amount * factor) } }),
    };
  });
  const loose = prices.looseEnd.map(
    (amount, i): PriceLine => ({
      id: `looseEnd.${i}`,
      path: `prices.looseEnd.${i}`,
      name: `Loose end, priority ${i + 1}`,
      unit: 'each',
      many: `loose ends of priority ${i + 1}`,
      amount,
      measure: i === 0 ? 'unplanned' : null,
      set: (c, next) => {
        const looseEnd = [...c.prices.looseEnd] as PlaybookContent['prices']['looseEnd'];
        looseEnd[i] = round(next);
        return { ...c, prices: { ...c.prices, looseEnd } };
      },
    }),
  );
  const [driving, distance, overtime, week, ...rest] = usual;
  return [driving!, distance!, overtime!, week!, ...loose, ...rest];
}
