import { readUserById } from '@/db/repositories/access/users';
import { lastHandOn, wasPutAway } from '@/db/repositories/shared/commands';
import { readAll } from '@/db/repositories/shared/schedule';
import { archiveObject } from '../../shared/objects/save-object';
import { Refusal } from '../../shared/refusal';
import type { SystemUnit } from '../../shared/unit';

/** Opens the roads that were closed until now, in the name of whoever said so last. */
export async function openDueRoads(unit: SystemUnit): Promise<number> {
  const { transaction, now } = unit;
  let opened = 0;
  for (const road of await readAll(transaction, 'closures')) {
    if (road.opensAt === null || Date.parse(road.opensAt) / 1000 > now) continue;
    // Whoever took back that it was opened knows better than the time that was given.
    if (await wasPutAway(transaction, 'closures', road.id)) continue;
    const userId = await lastHandOn(transaction, 'closures', road.id);
    const user = userId === null ? null : await readUserById(transaction, userId);
    if (!user) continue;
    try {
      await archiveObject({ ...unit, user }, 'closures', road.id, { version: road.version, archived: true });
      opened++;
    } catch (cause) {
      // Whoever closed it may not any more: it waits for somebody who may.
      if (!(cause instanceof Refusal)) throw cause;
    }
  }
  return opened;
}
