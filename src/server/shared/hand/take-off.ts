import { applyHand, localDateOf } from '@/core/index';
import { readLiveVisits } from '@/db/repositories/plan/live-parts';
import { raiseLiveRevision } from '@/db/repositories/plan/plans';
import { seenBy } from '../access';
import type { Command } from '../commands/command';
import { visitOfId } from '../problem/links';
import type { Unit } from '../unit';
import { openHand } from './hand-board';
import { writeHand } from './write-hand';

/**
 * Takes visits of a territory off all cords because they are not wanted any more; the days that they were on are timed anew. To be
 * called before they themselves are changed. What has no place is left alone.
 */
export async function takeOff(
  unit: Unit,
  command: Command,
  {
    visitIds,
    territoryId,
    zone,
  }: { readonly visitIds: readonly string[]; readonly territoryId: string; readonly zone: string },
): Promise<void> {
  await raiseLiveRevision(unit.transaction);
  const before = await readLiveVisits(unit.transaction, visitIds);
  const seats = [...before.values()].flat();
  if (seats.length === 0) return;
  const dates = seats.map((s) => s.date ?? localDateOf(Date.parse(s.startsAt) / 1000, zone)).sort();
  const ground = await openHand(unit, {
    // Whoever has it may be at home elsewhere.
    territoryIds: [...new Set([territoryId, ...seenBy(unit.user)])],
    firstDate: dates[0]!,
    lastDate: dates.at(-1)!,
  });
  const wanted = new Set(visitIds);
  const ids = [...ground.kept.index.visitById.keys()].filter((id) =>
    wanted.has(visitOfId(id)?.visitId ?? ''),
  );
  const result = applyHand(ground.board, {
    seats: new Map(ids.map((id) => [id, []])),
    nowSec: unit.now - ground.kept.built.originSec,
  });
  // What lies with people out of sight is off the plan as well, though their day is not timed anew.
  const held = new Set([...ids, ...visitIds]);
  await writeHand(unit, { ground, result, visitIds, before, held, reason: null, isCancelled: true }, command);
}
