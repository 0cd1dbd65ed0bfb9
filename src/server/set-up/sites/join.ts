import { joinRequest, type LikeSites } from '@/contract/set-up/answers/join';
import type { ObjectValue } from '@/contract/shared/object';
import { greatCircleM } from '@/core/index';
import { readOrdersAt } from '@/db/repositories/set-up/orders-at';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';
import { seenBy } from '../../shared/access';
import { runCommand } from '../../shared/commands/command';
import { readObject } from '../../shared/objects/read-objects';
import { prepareSave, writePrepared } from '../../shared/objects/save-object';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

type Site = Stored<'sites'>;
/** So near two entrances of one place lie. */
const NEAR_M = 40;
const MOST = 20;

function distanceOf(a: Site, b: Site): number | null {
  if (a.lat === null || a.lon === null || b.lat === null || b.lon === null) return null;
  return Math.round(greatCircleM({ lat: a.lat, lon: a.lon }, { lat: b.lat, lon: b.lon }));
}

/** Sites in sight that may be the same as one. */
export async function readLikeSites(unit: Unit, id: string): Promise<LikeSites> {
  const site = (await readObject(unit, 'sites', id)) as unknown as Site;
  const seen = seenBy(unit.user);
  const name = site.name.trim().toLowerCase();
  const like = (await readAll(unit.transaction, 'sites'))
    .filter((s) => s.id !== id && (s.territoryId === null || seen.has(s.territoryId)))
    .map((s) => ({ site: s, distanceM: distanceOf(site, s) }))
    .filter(
      ({ site: s, distanceM }) =>
        s.name.trim().toLowerCase() === name || (distanceM !== null && distanceM <= NEAR_M),
    )
    .slice(0, MOST);
  const orders = await readOrdersAt(
    unit.transaction,
    like.map((l) => l.site.id),
  );
  return like.map(({ site: s, distanceM }) => ({
    id: s.id,
    version: s.version,
    name: s.name,
    address: s.address,
    distanceM,
    orders: orders.filter((o) => o.siteId === s.id).length,
  }));
}

/** Joins a site into another: its work orders go there, what the other does not know is taken over, and it is put away. */
export async function joinSites(unit: Unit, keepId: string, raw: unknown): Promise<ObjectValue> {
  const { dropId, dropVersion } = required(joinRequest, raw);
  if (dropId === keepId)
    throw new Refusal('invalid', { problems: [{ path: 'dropId', code: 'twice', facts: {} }] });
  const drop = (await readObject(unit, 'sites', dropId)) as unknown as Site;
  const keep = (await readObject(unit, 'sites', keepId)) as unknown as Site;
  const bare = ({ id: _id, version: _version, archivedAt: _archived, ...before }: ObjectValue) => before;
  const facts = { object: 'sites', id: keepId, title: keep.name, dropped: drop.name };
  const { result } = await runCommand(unit, 'join-sites', facts, async (command) => {
    for (const { id } of await readOrdersAt(unit.transaction, [dropId])) {
      const order = await prepareSave(unit, 'work-orders', id, {
        value: (before) => ({ ...bare(before), siteId: keepId }),
      });
      await writePrepared(unit, command, 'work-orders', order);
    }
    const isNowhere = keep.lat === null;
    const merged = await prepareSave(unit, 'sites', keepId, {
      value: (before) => ({
        ...bare(before),
        ...(isNowhere ? { lat: drop.lat, lon: drop.lon } : {}),
        address: keep.address || drop.address,
        notes: [keep.notes, drop.notes].filter(Boolean).join('\n').slice(0, 2000),
        territoryId: keep.territoryId ?? drop.territoryId,
        accessPatternId: keep.accessPatternId ?? drop.accessPatternId,
      }),
    });
    const kept = await writePrepared(unit, command, 'sites', merged);
    const away = await prepareSave(unit, 'sites', dropId, { version: dropVersion, value: bare });
    const archivedAt = new Date(unit.now * 1000).toISOString();
    await writePrepared(unit, command, 'sites', { ...away, after: { ...away.after, archivedAt } });
    return kept;
  });
  return result;
}
