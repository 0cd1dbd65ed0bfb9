import { readPhoto } from '@/db/repositories/day/papers';
import { requireRight, seenBy } from '../shared/access';
import { Refusal } from '../shared/refusal';
import type { Unit } from '../shared/unit';

/** A photo from the field, for whoever sees the work that it belongs to. */
export async function readPhotoOf(
  unit: Unit,
  id: string,
): Promise<{ readonly image: Buffer; readonly kind: string }> {
  requireRight(unit, 'read', 'work-orders');
  const photo = await readPhoto(unit.transaction, id);
  if (photo?.territoryId == null || !seenBy(unit.user).has(photo.territoryId)) throw new Refusal('not-found');
  return photo;
}
