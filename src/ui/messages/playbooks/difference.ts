import type { Filter } from '@/contract/playbooks/filter';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import type { PriceException, PriceId } from '@/contract/playbooks/prices';
import { RULE_IDS } from '@/contract/playbooks/rules';
import { stableJson } from '@/core/index';
import { spanText } from '../../shared/quantities';
import { filterText, type NameOf } from './filters';
import { MATCH_WORDS, PRICE_NAMES, RULE_NAMES } from './words';

export interface Difference {
  readonly name: string;
  readonly from: string;
  readonly to: string;
}

const FIELD_NAMES: Readonly<Record<string, string>> = {
  on: '',
  setting: '',
  appliesTo: ', applies to',
  min: '',
  mostMin: ', at most',
  afterMin: ', after',
  lengthMin: ', length',
  repeats: ', again',
  mostVisits: ', visits',
  mostDrivingMin: ', driving',
  legMin: ', a leg',
  firstMin: ', the first leg',
  others: ', for other work',
};

function valueText(key: string, value: unknown, nameOf: NameOf): string {
  if (key === 'appliesTo') return filterText(value as Filter, 'all', nameOf);
  if (key === 'others')
    return (
      (value as { min: number; appliesTo: Filter }[])
        .map((o) => `${spanText(o.min)} for ${filterText(o.appliesTo, 'all', nameOf)}`)
        .join('; ') || 'none'
    );
  if (value === null || value === undefined) return 'no limit';
  if (typeof value === 'boolean') return key === 'repeats' ? (value ? 'yes' : 'no') : value ? 'on' : 'off';
  if (typeof value === 'number') return key === 'mostVisits' ? String(value) : spanText(value);
  return String(value).replaceAll('-', ' ');
}

function ofRules(a: PlaybookContent, b: PlaybookContent, nameOf: NameOf): Difference[] {
  return RULE_IDS.flatMap((id) => {
    const [was, is] = [a.rules[id], b.rules[id]] as unknown as Record<string, unknown>[];
    return Object.keys(is ?? {}).flatMap((key): Difference[] => {
      const [from, to] = [was?.[key], is?.[key]];
      if (stableJson(from ?? null) === stableJson(to ?? null)) return [];
      return [
        {
          name: `${RULE_NAMES[id]}${FIELD_NAMES[key] ?? ''}`,
          from: valueText(key, from, nameOf),
          to: valueText(key, to, nameOf),
        },
      ];
    });
  });
}

function ofAttributes(a: PlaybookContent, b: PlaybookContent, nameOf: NameOf): Difference[] {
  const text = (r: PlaybookContent['rules']['attributes'][number] | undefined): string =>
    r
      ? `${r.personKey} of the person ${MATCH_WORDS[r.match]} ${r.visitKey} of the work, ${filterText(r.appliesTo, 'for all', nameOf)}${r.on ? '' : ', off'}`
      : 'none';
  const ids = new Set([...a.rules.attributes, ...b.rules.attributes].map((r) => r.id));
  return [...ids].flatMap((id) => {
    const [from, to] = [a, b].map((p) => text(p.rules.attributes.find((r) => r.id === id)));
    return from === to ? [] : [{ name: `Attribute rule “${id}”`, from: from!, to: to! }];
  });
}

const OTHER_PRICES: Readonly<Record<string, string>> = {
  movedMin: 'Another time than live, from',
  marginMin: 'Margin before the close, of',
  payPercent: 'What people cost, percent that counts',
};

function ofPrices(a: PlaybookContent, b: PlaybookContent): Difference[] {
  const loose = b.prices.looseEnd.flatMap((to, i): Difference[] => {
    const from = a.prices.looseEnd[i]!;
    return from === to
      ? []
      : [{ name: `Loose end, priority ${i + 1}`, from: from.toFixed(2), to: to.toFixed(2) }];
  });
  const others = Object.entries(b.prices).flatMap(([key, to]): Difference[] => {
    const from = a.prices[key as PriceId];
    if (key === 'looseEnd' || typeof to !== 'number' || from === to) return [];
    const words = PRICE_NAMES[key as PriceId];
    if (!words) return [{ name: OTHER_PRICES[key] ?? key, from: String(from), to: String(to) }];
    return [{ name: `${words.name}, ${words.unit}`, from: from.toFixed(2), to: to.toFixed(2) }];
  });
  return [...others, ...loose];
}

export function exceptionName({ price }: PriceException): string {
  return price === 'looseEnd' ? 'Loose end' : PRICE_NAMES[price].name;
}

function ofExceptions(a: PlaybookContent, b: PlaybookContent, nameOf: NameOf): Difference[] {
  const text = (p: PlaybookContent): string[] =>
    p.exceptions.map(
      (e) => `${exceptionName(e)} ${e.amount.toFixed(2)} for ${filterText(e.appliesTo, 'all', nameOf)}`,
    );
  const [was, is] = [text(a), text(b)];
  const gone = was
    .filter((t) => !is.includes(t))
    .map((t) => ({ name: 'Price of its own', from: t, to: 'none' }));
  const come = is
    .filter((t) => !was.includes(t))
    .map((t) => ({ name: 'Price of its own', from: 'none', to: t }));
  const isReordered = gone.length === 0 && come.length === 0 && stableJson(was) !== stableJson(is);
  return [
    ...gone,
    ...come,
    ...(isReordered ? [{ name: 'Prices of their own', from: was.join('; '), to: is.join('; ') }] : []),
  ];
}

/** What one playbook says otherwise than another, a line each. */
export function differenceOf(a: PlaybookContent, b: PlaybookContent, nameOf: NameOf): Difference[] {
  return [
    ...ofRules(a, b, nameOf),
    ...ofAttributes(a, b, nameOf),
    ...ofPrices(a, b),
    ...ofExceptions(a, b, nameOf),
  ];
}
