'use client';

import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { COLOUR_BY, type ColourBy } from './knot';

export type Layout = 'cords' | 'map' | 'both';

/** Everything about the Plan page that a link can carry. */
export interface PlanState {
  readonly plan: string;
  readonly territories: readonly string[];
  readonly from: string;
  readonly to: string;
  readonly layout: Layout;
  readonly colourBy: ColourBy;
  /** "visit:ID", "person:ID" or "measure:NAME". */
  readonly selected: string | null;
}

export interface PlanDefaults {
  readonly territories: readonly string[];
  readonly date: string;
}

const LAYOUTS: readonly Layout[] = ['cords', 'map', 'both'];

function pick<T extends string>(value: string | null, allowed: readonly T[], otherwise: T): T {
  return allowed.find((a) => a === value) ?? otherwise;
}

/** Reads the page's state from its address and writes changes back, so that links and Back work. */
export function usePlanState(defaults: PlanDefaults): [PlanState, (change: Partial<PlanState>) => void] {
  const router = useRouter();
  const path = usePathname();
  const query = useSearchParams();
  const state = useMemo((): PlanState => {
    const from = query.get('from') ?? defaults.date;
    const territories = (query.get('territories') ?? '').split(',').filter((t) => t !== '');
    return {
      plan: query.get('plan') ?? 'live',
      territories: territories.length > 0 ? territories : defaults.territories,
      from,
      to: query.get('to') ?? from,
      layout: pick(query.get('layout'), LAYOUTS, 'cords'),
      colourBy: pick(query.get('colour'), COLOUR_BY, 'slack'),
      selected: query.get('selected'),
    };
  }, [query, defaults]);
  const change = useCallback(
    (changes: Partial<PlanState>) => {
      const next = { ...state, ...changes };
      const params = new URLSearchParams();
      if (next.plan !== 'live') params.set('plan', next.plan);
      if (next.territories.join() !== defaults.territories.join())
        params.set('territories', next.territories.join(','));
      params.set('from', next.from);
      if (next.to !== next.from) params.set('to', next.to);
      if (next.layout !== 'cords') params.set('layout', next.layout);
      if (next.colourBy !== 'slack') params.set('colour', next.colourBy);
      if (next.selected) params.set('selected', next.selected);
      const isBigStep =
        changes.plan !== undefined || changes.from !== undefined || changes.territories !== undefined;
      const address = `${path}?${params.toString()}`;
      if (isBigStep) router.push(address, { scroll: false });
      else router.replace(address, { scroll: false });
    },
    [state, router, path, defaults],
  );
  return [state, change];
}
