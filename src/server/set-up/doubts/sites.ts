import { greatCircleM, isInside, type Visit } from '@/core/index';
import { type Finder, type Found, grouped, type Look } from './look';

type Site = Look['sites'][number];
type Outline = readonly (readonly [number, number])[];

const about = (site: Site): Pick<Found, 'step' | 'object' | 'id' | 'title'> => ({
  step: 'sites',
  object: 'sites',
  id: site.id,
  title: site.name,
});

function workAt(look: Look): (siteId: string) => Visit[] {
  const bySite = grouped(look.world.who.visits, (v) => look.rowOf(v)?.siteId ?? null);
  return (id) => bySite.get(id) ?? [];
}

/** The territory whose outline holds a point, or the nearest with how far it is away. */
export function territoryAt(
  point: { readonly lat: number; readonly lon: number },
  territories: Iterable<{ readonly id: string; readonly name: string; readonly outline: Outline }>,
): { readonly id: string; readonly name: string; readonly distanceM: number } | null {
  let best: { id: string; name: string; distanceM: number } | null = null;
  for (const { id, name, outline } of territories) {
    const corners = outline.map(([lon, lat]) => ({ lat, lon }));
    const distanceM = isInside(point, corners) ? 0 : distanceToM(point, corners);
    if (best === null || distanceM < best.distanceM) best = { id, name, distanceM };
  }
  return best;
}

/** Metres to the nearest edge; edges are short enough to be taken as straight on the map. */
function distanceToM(
  p: { lat: number; lon: number },
  corners: readonly { lat: number; lon: number }[],
): number {
  const shrink = Math.cos((p.lat * Math.PI) / 180);
  return Math.min(
    ...corners.map((a, i) => {
      const b = corners[(i + 1) % corners.length]!;
      const [dx, dy] = [(b.lon - a.lon) * shrink, b.lat - a.lat];
      const along = ((p.lon - a.lon) * shrink * dx + (p.lat - a.lat) * dy) / (dx * dx + dy * dy || 1);
      const t = Math.min(1, Math.max(0, along));
      return greatCircleM(p, { lat: a.lat + t * (b.lat - a.lat), lon: a.lon + t * (b.lon - a.lon) });
    }),
  );
}

const withoutPlace: Finder = (look) => {
  const at = workAt(look);
  return look.sites
    .filter((s) => s.lat === null)
    .map((s) => ({ code: 'site-no-place', ...about(s), facts: { address: s.address }, visits: at(s.id) }));
};

/** Only sites with work, or every forgotten one would be a doubt. */
const inNoTerritory: Finder = (look) =>
  look.sites
    .filter((s) => s.territoryId === null)
    .map((s): Found => {
      const near =
        s.lat === null || s.lon === null
          ? null
          : territoryAt({ lat: s.lat, lon: s.lon }, look.world.data.territories.values());
      return {
        code: 'site-no-territory',
        ...about(s),
        facts: {
          nearest: near?.name ?? null,
          nearestId: near?.id ?? null,
          outsideM: near ? Math.round(near.distanceM) : null,
        },
        visits: [],
      };
    });

const inAnother: Finder = (look) => {
  const at = workAt(look);
  const { territories } = look.world.data;
  return look.sites.flatMap((s): Found[] => {
    const given = s.territoryId === null ? undefined : territories.get(s.territoryId);
    if (!given || s.lat === null || s.lon === null) return [];
    const point = { lat: s.lat, lon: s.lon };
    if (
      isInside(
        point,
        given.outline.map(([lon, lat]) => ({ lat, lon })),
      )
    )
      return [];
    const real = territoryAt(point, territories.values());
    if (!real || real.distanceM > 0) return [];
    return [
      {
        code: 'site-other-territory',
        ...about(s),
        facts: { given: given.name, real: real.name, realId: real.id },
        visits: at(s.id).filter((v) => look.loose.has(v.id)),
      },
    ];
  });
};

/** Sites that let nobody in for as long as the work takes. */
const accessTooShort: Finder = (look) => {
  const at = workAt(look);
  return look.sites
    .filter((s) => s.accessPatternId !== null)
    .flatMap((s): Found[] => {
      const pattern = look.world.data.patterns.get(s.accessPatternId ?? '');
      const longest = Math.max(0, ...(pattern?.weeks.flat(2).map((h) => h.endMin - h.startMin) ?? []));
      const held = at(s.id).filter((v) => v.durationSec > longest * 60);
      if (held.length === 0) return [];
      const shortest = Math.min(...held.map((v) => v.durationSec / 60));
      return [
        {
          code: 'site-access-short',
          ...about(s),
          facts: { longestMin: longest, shortestMin: shortest, pattern: pattern?.name ?? '' },
          visits: held,
        },
      ];
    });
};

export const SITE_DOUBTS: readonly Finder[] = [withoutPlace, inNoTerritory, inAnother, accessTooShort];
