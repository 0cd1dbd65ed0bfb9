import { readBaseMap } from '@/db/repositories/shared/roads';
import { readMany } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { Refusal } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { osmXmlParts } from './write-osm-xml';

/** A network as OpenStreetMap XML, part by part, so that a large one keeps nobody waiting. */
export async function exportRoads(
  unit: Unit,
  id: string,
): Promise<{ readonly name: string; readonly parts: Iterable<string> }> {
  requireRight(unit, 'read', 'roads');
  const [settings] = await readMany(unit.transaction, 'roads', [id]);
  const map = settings ? await readBaseMap(unit.transaction, id) : null;
  if (!settings || !map) throw new Refusal('not-found');
  return { name: settings.name, parts: osmXmlParts(map) };
}
