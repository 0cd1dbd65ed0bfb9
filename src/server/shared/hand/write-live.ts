import { stableJson } from '@/core/index';
import {
  type DrivenDay,
  type LiveSeat,
  readLiveDays,
  readLiveVisits,
  writeLiveDays,
  writeLiveVisits,
} from '@/db/repositories/plan/live-parts';
import type { Command } from '../commands/command';
import type { Unit } from '../unit';

/** What a change makes of visits and of days of the live plan, by visit and by "person@date". */
export interface LiveChange {
  readonly before: ReadonlyMap<string, readonly LiveSeat[]>;
  readonly after: ReadonlyMap<string, readonly LiveSeat[]>;
  readonly dayIds: readonly string[];
  readonly driven: (before: ReadonlyMap<string, DrivenDay[]>) => ReadonlyMap<string, DrivenDay[]>;
  readonly territoryOf: (visitId: string) => string | null | undefined;
}

const orNull = <T>(list: readonly T[] | undefined): readonly T[] | null => (list?.length ? list : null);

/** Writes what differs into the live plan, and notes it for whoever undoes it. */
export async function writeLive(unit: Unit, command: Command, change: LiveChange): Promise<void> {
  const { transaction } = unit;
  const visits = new Map(
    [...change.after].filter(([id, seats]) => stableJson(change.before.get(id) ?? []) !== stableJson(seats)),
  );
  await writeLiveVisits(transaction, visits);
  const stored = await readLiveVisits(transaction, [...visits.keys()]);
  const territories = new Set<string>();
  for (const id of visits.keys()) {
    const territoryId = change.territoryOf(id);
    if (territoryId) territories.add(territoryId);
    command.note({
      object: 'live-visits',
      objectId: id,
      before: orNull(change.before.get(id)),
      after: orNull(stored.get(id)),
      territoryIds: territoryId ? [territoryId] : [],
    });
  }
  const days = await readLiveDays(transaction, change.dayIds);
  const anew = new Map(
    [...change.driven(days)].filter(([id, d]) => stableJson(days.get(id) ?? []) !== stableJson(d)),
  );
  await writeLiveDays(transaction, anew);
  for (const [objectId, driven] of anew)
    command.note({
      object: 'live-days',
      objectId,
      before: orNull(days.get(objectId)),
      after: orNull(driven),
      territoryIds: [...territories],
    });
}
