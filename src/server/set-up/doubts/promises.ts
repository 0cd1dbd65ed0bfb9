import type { Visit } from '@/core/index';
import { windowsOffered } from '../../shared/offers/windows-offered';
import { type Finder, type Found, grouped, type Look } from './look';

/** The person who would be nearest to doing a visit: only its windows stand in the way. */
function onlyWindows(look: Look, visit: Visit): boolean {
  return [...look.reasons(visit).values()].some((rules) => rules.length === 1 && rules[0] === 'windows');
}

/** Visits with a promised window that nobody could keep, by kind. */
const notKept: Finder = (look) => {
  const promised = look.stuck.filter(
    (v) => (look.rowOf(v)?.windows.length ?? 0) > 0 && look.rowOf(v)?.isLocated && onlyWindows(look, v),
  );
  return [...grouped(promised, (v) => v.kind ?? null)].map(
    ([kindId, visits]): Found => ({
      code: 'promise-not-kept',
      step: 'promises',
      object: 'job-kinds',
      id: kindId,
      title: look.world.data.kinds.get(kindId)?.name ?? kindId,
      facts: { sites: [...new Set(visits.map((v) => look.rowOf(v)?.site ?? ''))].slice(0, 3) },
      visits,
    }),
  );
};

/** Offers that hold no window at all in the days that they look ahead. */
const withoutWindows: Finder = (look) =>
  look.offers
    .filter((offer) => windowsOffered(offer, look.world.data, look.now).length === 0)
    .map((offer) => ({
      code: 'offer-empty' as const,
      step: 'promises' as const,
      object: 'offers' as const,
      id: offer.id,
      title: offer.name,
      facts: { aheadDays: offer.aheadDays },
      visits: [],
    }));

export const PROMISE_DOUBTS: readonly Finder[] = [notKept, withoutWindows];
