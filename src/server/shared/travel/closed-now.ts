import type { ClosedRoad } from '@/contract/shared/closed-road';
import { readAll } from '@/db/repositories/shared/schedule';
import type { Unit } from '../unit';
import { readGround } from './ground';

/** Roads that are closed now; null where nobody drives on roads but by straight lines. */
export async function closedNow({ transaction }: Pick<Unit, 'transaction'>): Promise<ClosedRoad[] | null> {
  if ((await readGround(transaction)).settings === null) return null;
  const rows = await readAll(transaction, 'closures');
  const inOrder = [...rows].sort(
    (a, b) => a.note.localeCompare(b.note, 'en') || a.id.localeCompare(b.id, 'en'),
  );
  return inOrder.map((c) => ({
    id: c.id,
    version: c.version,
    lat: c.lat,
    lon: c.lon,
    radiusM: c.radiusM,
    note: c.note,
    opensAt: c.opensAt === null ? null : Date.parse(c.opensAt) / 1000,
  }));
}
