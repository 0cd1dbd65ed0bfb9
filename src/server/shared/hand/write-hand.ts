import type { HandResult } from '@/core/index';
import type { DrivenDay, LiveSeat } from '@/db/repositories/plan/live-parts';
import type { Command } from '../commands/command';
import { dayOfShift, personAndDate } from '../problem/make-shifts';
import type { Unit } from '../unit';
import type { HandGround } from './hand-board';
import { writeLive } from './write-live';

interface Written {
  readonly ground: HandGround;
  readonly result: HandResult;
  /** The visits that a change concerns: those it names and those it pushes. */
  readonly visitIds: readonly string[];
  /** All seats that they have so far. */
  readonly before: ReadonlyMap<string, readonly LiveSeat[]>;
  /** What the hand held, by the ids of the core. */
  readonly held: ReadonlySet<string>;
  /** Why it stands against a rule, where it does. */
  readonly reason: string | null;
  /** What was held is not wanted any more: nothing of it stays anywhere. */
  readonly isCancelled: boolean;
}

const iso = (sec: number): string => new Date(sec * 1000).toISOString();

/** The seats that a visit has in the plan as it was changed; those outside of the extent stay. */
function seatsAfter(
  { ground, result, held, reason, isCancelled }: Written,
  visitId: string,
  before: readonly LiveSeat[],
): LiveSeat[] {
  const { originSec } = ground.kept.built;
  if (isCancelled && held.has(visitId)) return [];
  // A rule on a whole day names no visit: then it is what was put there that stands against it.
  const against = new Set([...held, ...result.broken.flatMap((v) => v.visitId ?? [])]);
  const parts = [...result.index.visitById.keys()].filter(
    (id) => id === visitId || id.startsWith(`${visitId}/`),
  );
  const numberOf = (coreId: string): number =>
    coreId === visitId ? 1 : Number(coreId.slice(visitId.length + 1));
  const here = new Set(parts.map(numberOf));
  const seats = before.filter((s) => !here.has(s.part));
  for (const coreId of parts) {
    const part = numberOf(coreId);
    const was = before.filter((s) => s.part === part);
    let seat = 0;
    for (const route of result.timed.routes) {
      for (const stop of route.stops) {
        if (stop.visit.id !== coreId) continue;
        seat++;
        const { personId, date } = personAndDate(route.shift.id);
        const old = was.find((s) => s.personId === personId && s.date === date);
        seats.push({
          part,
          seat,
          personId,
          date,
          startsAt: iso(stop.startSec + originSec),
          endsAt: iso(stop.finishSec + originSec),
          equipmentIds: [...stop.equipmentIds],
          overlapReason: reason !== null && against.has(coreId) ? reason : (old?.overlapReason ?? null),
        });
      }
    }
  }
  return seats.sort((a, b) => a.part - b.part || a.seat - b.seat);
}

function daysAfter(
  { ground, result }: Written,
  before: ReadonlyMap<string, DrivenDay[]>,
): Map<string, DrivenDay[]> {
  const { originSec } = ground.kept.built;
  const out = new Map<string, DrivenDay[]>();
  for (const day of before.keys()) out.set(day, []);
  for (const shiftId of result.shiftIds) out.set(dayOfShift(shiftId), []);
  for (const route of result.timed.routes) {
    out.get(dayOfShift(route.shift.id))?.push({
      departAt: iso(route.departSec + originSec),
      breakStarts: route.breaks.map((b) => iso(b.startSec + originSec)),
      arriveAt: iso(route.arriveSec + originSec),
    });
  }
  for (const driven of out.values()) driven.sort((a, b) => a.departAt.localeCompare(b.departAt));
  return out;
}

/** Writes what a change by hand makes of visits and days, and notes it for whoever undoes it. */
export function writeHand(unit: Unit, written: Written, command: Command): Promise<void> {
  const { ground, result } = written;
  const territoryOf = new Map(ground.kept.loaded.data.visits.map((v) => [v.id, v.territoryId]));
  return writeLive(unit, command, {
    before: written.before,
    after: new Map(
      written.visitIds.map((id) => [id, seatsAfter(written, id, written.before.get(id) ?? [])] as const),
    ),
    dayIds: [...new Set([...result.shiftIds].map(dayOfShift))],
    driven: (days) => daysAfter(written, days),
    territoryOf: (id) => territoryOf.get(id),
  });
}
