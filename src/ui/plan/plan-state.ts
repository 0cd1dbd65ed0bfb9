'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { COLOUR_BY, type ColourBy } from './cords/knot';

export type Layout = 'cords' | 'map' | 'both' | 'list';

/** What is chosen on the plan. */
interface Picked {
  /** "visit:ID", "person:ID" or "measure:NAME". */
  readonly selected: string | null;
  /** Whether it is opened in the lens: walking along the cords only selects. */
  readonly lens: boolean;
}

/** Everything about the Plan page that a link can carry. */
export interface PlanState extends Picked {
  readonly plan: string;
  /** The plan that is shown as ghosts beside it; none is shown where it is null. */
  readonly against: string | null;
  readonly territories: readonly string[];
  readonly from: string;
  readonly to: string;
  readonly layout: Layout;
  readonly colourBy: ColourBy;
  /** The desk that it is seen from, or "none"; null is the one that opens by itself. */
  readonly desk: string | null;
  /** Times are said in it; null is that of the company. */
  readonly zone: string | null;
}

export interface PlanDefaults {
  readonly territories: readonly string[];
  readonly date: string;
}

const LAYOUTS: readonly Layout[] = ['cords', 'map', 'both', 'list'];

function pick<T extends string>(value: string | null, allowed: readonly T[], otherwise: T): T {
  return allowed.find((a) => a === value) ?? otherwise;
}

/** A zone that a link names, if there is such a one. */
function zoneOr(name: string | null): string | null {
  if (name === null) return null;
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return name;
  } catch {
    return null;
  }
}

function pickedIn(query: URLSearchParams): Picked {
  return { selected: query.get('selected'), lens: query.get('lens') !== 'closed' };
}

function toParams(next: PlanState, defaults: PlanDefaults): URLSearchParams {
  const params = new URLSearchParams();
  if (next.plan !== 'live') params.set('plan', next.plan);
  if (next.against) params.set('against', next.against);
  if (next.territories.join() !== defaults.territories.join())
    params.set('territories', next.territories.join(','));
  params.set('from', next.from);
  if (next.to !== next.from) params.set('to', next.to);
  if (next.layout !== 'cords') params.set('layout', next.layout);
  if (next.colourBy !== 'slack') params.set('colour', next.colourBy);
  if (next.desk) params.set('desk', next.desk);
  if (next.zone) params.set('zone', next.zone);
  if (next.selected) params.set('selected', next.selected);
  if (next.selected && !next.lens) params.set('lens', 'closed');
  return params;
}

/**
 * Writes the address without telling the router: what is selected changes with every key, and drawing the whole
 * page anew each time, its head included, would make the browser ask for its icon again.
 */
function writeQuietly(address: string): void {
  History.prototype.replaceState.call(window.history, window.history.state, '', address);
}

/**
 * Reads the page's state from its address and writes changes back, so that links and Back work. Nothing of it
 * needs the server to draw the page anew.
 */
export function usePlanState(defaults: PlanDefaults): [PlanState, (change: Partial<PlanState>) => void] {
  const path = usePathname();
  const query = useSearchParams();
  const [picked, setPicked] = useState<Picked>(() => pickedIn(query));
  useEffect(() => setPicked(pickedIn(query)), [query]);
  const state = useMemo((): PlanState => {
    const from = query.get('from') ?? defaults.date;
    const territories = (query.get('territories') ?? '').split(',').filter((t) => t !== '');
    return {
      plan: query.get('plan') ?? 'live',
      against: query.get('against'),
      territories: territories.length > 0 ? territories : defaults.territories,
      from,
      to: query.get('to') ?? from,
      layout: pick(query.get('layout'), LAYOUTS, 'cords'),
      colourBy: pick(query.get('colour'), COLOUR_BY, 'slack'),
      desk: query.get('desk'),
      zone: zoneOr(query.get('zone')),
      ...picked,
    };
  }, [query, defaults, picked]);
  const change = useCallback(
    (changes: Partial<PlanState>) => {
      const next = { ...state, ...changes };
      const address = `${path}?${toParams(next, defaults).toString()}`;
      const isOnlyPicking = Object.keys(changes).every((key) => key === 'selected' || key === 'lens');
      const isBigStep =
        changes.plan !== undefined || changes.from !== undefined || changes.territories !== undefined;
      if (isOnlyPicking) {
        setPicked({ selected: next.selected, lens: next.lens });
        writeQuietly(address);
      } else if (isBigStep) window.history.pushState(null, '', address);
      else window.history.replaceState(null, '', address);
    },
    [state, path, defaults],
  );
  return [state, change];
}
