import { may } from '@/contract/access/permissions';
import type { GroundView } from '@/contract/set-up/answers/ground';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy } from '../../shared/access';
import { planAhead } from '../../shared/plans/plan-ahead';
import { homeOn } from '../../shared/problem/memberships';
import type { Unit } from '../../shared/unit';
import { grouped } from '../doubts/look';
import { worldOf } from '../effect/try-change';
import { readToday } from '../read-today';
import { areaKm2, gapsOf, holds, overlapsOf } from './shapes';

/** The territories that the user sees on the map, with people, sites, depots and work, overlaps and gaps. */
export async function readGroundView(unit: Unit): Promise<GroundView> {
  requireRight(unit, 'read', 'territories');
  const { transaction, user } = unit;
  const seen = seenBy(user);
  const today = await readToday(unit);
  const territories = (await readAll(transaction, 'territories'))
    .filter((t) => seen.has(t.id))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const byId = new Map(territories.map((t) => [t.id, t]));
  const depots = (await readAll(transaction, 'depots')).filter((d) => byId.has(d.territoryId));
  const people = (await readAll(transaction, 'technicians'))
    .filter((p) => p.active)
    .map((p) => ({ ...p, homeId: homeOn(p, today) }))
    .filter((p) => p.homeId === null || byId.has(p.homeId));
  const sites = (await readAll(transaction, 'sites')).filter(
    (s) => s.territoryId === null || byId.has(s.territoryId),
  );
  const ahead = await planAhead(unit);
  const work = grouped(ahead ? worldOf(ahead.kept).who.visits : [], (v) => v.territoryId);
  const count = <T>(list: readonly T[], of: (item: T) => string | null): Map<string, number> =>
    new Map([...grouped(list, of)].map(([id, items]) => [id, items.length]));
  const [peopleIn, sitesIn, depotsIn] = [
    count(people, (p) => p.homeId),
    count(sites, (s) => s.territoryId),
    count(depots, (d) => d.territoryId),
  ];
  return {
    territories: territories.map((t) => ({
      id: t.id,
      version: t.version,
      name: t.name,
      zone: t.zone,
      outline: t.outline,
      mayChange: may(user, 'change', 'territories', [t.id]),
      people: peopleIn.get(t.id) ?? 0,
      sites: sitesIn.get(t.id) ?? 0,
      depots: depotsIn.get(t.id) ?? 0,
      visits: work.get(t.id)?.length ?? 0,
      hours: Math.round((work.get(t.id) ?? []).reduce((sum, v) => sum + v.durationSec, 0) / 3600),
      areaKm2: Math.round(areaKm2(t.outline)),
    })),
    depots: depots.map(({ id, name, lat, lon }) => ({ id, name, lat, lon })),
    people: people.flatMap(({ id, name, homeLat, homeLon }) =>
      homeLat === null || homeLon === null ? [] : [{ id, name, lat: homeLat, lon: homeLon }],
    ),
    sites: sites.flatMap(({ id, name, lat, lon, territoryId }) => {
      if (lat === null || lon === null) return [];
      const own = territoryId === null ? undefined : byId.get(territoryId);
      return [
        { id, name, lat, lon, territoryId, isInside: own !== undefined && holds(own.outline, lat, lon) },
      ];
    }),
    overlaps: overlapsOf(territories),
    gaps: gapsOf(territories.map((t) => t.outline)),
  };
}
