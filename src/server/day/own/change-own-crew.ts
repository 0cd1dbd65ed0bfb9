import { ownCrewAsk } from '@/contract/day/own-crew';
import { localDateOf } from '@/core/index';
import { readCrewMembers, readSpeaker } from '@/db/repositories/day/field';
import { notify } from '@/db/repositories/shared/commands';
import { runCommand } from '../../shared/commands/command';
import { prepareChange, writePrepared } from '../../shared/objects/save-object';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

interface CrewChange {
  readonly technicianId: string;
  readonly change: 'away' | 'extra' | 'leads';
  readonly validFrom: string;
  readonly validTo: string;
}

/** Changes a crew for today by the word of whoever leads it today; members alone, and nobody else's crew. */
export async function changeOwnCrew(unit: Unit, raw: unknown): Promise<{ commandId: number | null }> {
  const { crewId, technicianId, change } = required(ownCrewAsk, raw);
  const { user, transaction, now } = unit;
  const roughly = await readSpeaker(transaction, crewId, localDateOf(now, 'UTC'));
  if (!roughly) throw new Refusal('not-found');
  const date = localDateOf(now, roughly.zone);
  const crew = (await readSpeaker(transaction, crewId, date)) ?? roughly;
  if (user.technicianId == null || crew.speakerId !== user.technicianId) throw new Refusal('not-found');
  const member = (await readCrewMembers(transaction, crewId, date)).find((m) => m.id === technicianId);
  if (!member) throw new Refusal('not-found');
  // Whoever leads cannot be away: they hand over first.
  if (change === 'away' && member.leads) throw new Refusal('conflict', { reason: 'leads-it' });
  const { commandId } = await runCommand(
    unit,
    'own-crew',
    { person: member.name, change },
    async (command) => {
      const prepared = await prepareChange(withSayOn(unit, crew.territoryIds), 'crews', crewId, (before) => ({
        changes: changesAfter(before.changes as readonly CrewChange[], { technicianId, change, date }),
      }));
      await writePrepared(unit, command, 'crews', prepared);
    },
  );
  await notify(transaction, JSON.stringify({ kind: 'field', territoryIds: crew.territoryIds }));
  return { commandId };
}

function changesAfter(
  before: readonly CrewChange[],
  {
    technicianId,
    change,
    date,
  }: { readonly technicianId: string; readonly change: 'away' | 'back' | 'leads'; readonly date: string },
): CrewChange[] {
  const isToday = (c: CrewChange): boolean => c.validFrom <= date && date <= c.validTo;
  const others = before.filter(
    (c) =>
      !isToday(c) ||
      (change === 'leads' ? c.change !== 'leads' : c.technicianId !== technicianId || c.change !== 'away'),
  );
  if (change === 'back') return others;
  return [...others, { technicianId, change, validFrom: date, validTo: date }];
}

/** Whoever leads a crew may change who is in it, and nothing else of it. */
const withSayOn = (unit: Unit, territoryIds: readonly string[]): Unit => ({
  ...unit,
  user: {
    ...unit.user,
    role: 'analyst',
    grants: territoryIds.map((territoryId) => ({ territoryId, mayChange: true })),
  },
});
