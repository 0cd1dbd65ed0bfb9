import { stableJson } from '@/core/index';
import type { DrivenDay, LiveSeat } from '@/db/repositories/plan/live-parts';
import { readDaysIn, readPlacementsIn, readScope } from '@/db/repositories/plan/plans';
import type { Unit } from '../../shared/unit';

export const iso = (sec: number): string => new Date(sec * 1000).toISOString();

/** What a draft says of each visit that it decides. */
export async function draftedVisits(unit: Unit, planId: string): Promise<Map<string, LiveSeat[]>> {
  const out = new Map<string, LiveSeat[]>();
  for (const p of await readPlacementsIn(unit.transaction, planId)) {
    const seats = out.get(p.visitId) ?? [];
    if (p.personId !== null) {
      seats.push({
        part: p.part,
        seat: p.seat,
        personId: p.personId,
        date: p.date!,
        startsAt: iso(p.startAt!),
        endsAt: iso(p.endAt!),
        equipmentIds: p.equipmentIds,
        overlapReason: p.overlapReason,
      });
    }
    out.set(p.visitId, seats);
  }
  const order = (a: LiveSeat, b: LiveSeat): number => a.part - b.part || a.seat - b.seat;
  for (const seats of out.values()) seats.sort(order);
  return out;
}

/** What a draft says of each pair of person and date that it decides. */
export async function draftedDays(unit: Unit, planId: string): Promise<Map<string, DrivenDay[]>> {
  const pairs = await readScope(unit.transaction, planId);
  const out = new Map(pairs.map((p) => [`${p.personId}@${p.date}`, [] as DrivenDay[]]));
  for (const d of await readDaysIn(unit.transaction, planId)) {
    out.get(`${d.personId}@${d.date}`)?.push({
      departAt: iso(d.departAt),
      breakStarts: d.breakAts.map(iso),
      arriveAt: iso(d.arriveAt),
    });
  }
  return out;
}

export function isSame(a: readonly unknown[] | undefined, b: readonly unknown[] | undefined): boolean {
  return stableJson(a ?? []) === stableJson(b ?? []);
}

/** Only what differs from the live plan. */
export function differing<T extends readonly unknown[]>(
  wanted: ReadonlyMap<string, T>,
  live: ReadonlyMap<string, T>,
): Map<string, T> {
  return new Map([...wanted].filter(([id, value]) => !isSame(live.get(id), value)));
}
