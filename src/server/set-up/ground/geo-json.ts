import { type GeoJsonFile, geoJsonFile } from '@/contract/set-up/geo-json';
import type { FieldProblem } from '@/contract/shared/problems';
import { signedAreaM2 } from '@/core/index';
import { readAll, readMany, type Stored } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy, withSayIn } from '../../shared/access';
import { runCommand } from '../../shared/commands/command';
import { changedFields, prepareNew, prepareSave, writePrepared } from '../../shared/objects/save-object';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { holds, type Outline } from './shapes';

type Corner = readonly [number, number];

/** Counter-clockwise and closed, as RFC 7946 §3.1.6 wants exterior rings. */
function exteriorRing(outline: Outline): [number, number][] {
  const isLeft = signedAreaM2(outline.map(([lon, lat]) => ({ lat, lon }))) > 0;
  const ring = (isLeft ? [...outline] : [...outline].reverse()).map(([lon, lat]): [number, number] => [
    lon,
    lat,
  ]);
  return [...ring, ring[0]!];
}

/** Territories and depots that the user sees, as GeoJSON. */
export async function exportGeoJson(unit: Unit): Promise<GeoJsonFile> {
  requireRight(unit, 'read', 'territories');
  const seen = seenBy(unit.user);
  const territories = (await readAll(unit.transaction, 'territories')).filter((t) => seen.has(t.id));
  const depots = (await readAll(unit.transaction, 'depots')).filter((d) => seen.has(d.territoryId));
  return {
    type: 'FeatureCollection',
    features: [
      ...territories.map((t) => ({
        type: 'Feature' as const,
        id: t.id,
        geometry: { type: 'Polygon' as const, coordinates: [exteriorRing(t.outline)] },
        properties: { name: t.name, zone: t.zone },
      })),
      ...depots.map((d) => ({
        type: 'Feature' as const,
        id: d.id,
        geometry: { type: 'Point' as const, coordinates: [d.lon, d.lat] as [number, number] },
        properties: { name: d.name, address: d.address },
      })),
    ],
  };
}

interface Read {
  readonly id: string | null;
  readonly name: string;
  readonly properties: Readonly<Record<string, unknown>>;
}

function cornersOf(
  rings: readonly (readonly (readonly [number, number, ...number[]])[])[],
  path: string,
): Corner[] | FieldProblem {
  if (rings.length > 1) return { path, code: 'outline-hole', facts: {} };
  const ring = rings[0] ?? [];
  const [first, last] = [ring[0], ring.at(-1)];
  if (!first || !last || first[0] !== last[0] || first[1] !== last[1])
    return { path, code: 'outline-open', facts: {} };
  return ring.slice(0, -1).map(([lon, lat]) => [lon, lat] as const);
}

function nameOf(feature: GeoJsonFile['features'][number], path: string): Read | FieldProblem {
  const properties = feature.properties ?? {};
  const name = properties.name;
  if (typeof name !== 'string' || name.trim() === '')
    return { path: `${path}.properties.name`, code: 'missing', facts: {} };
  return { id: feature.id === undefined ? null : String(feature.id), name: name.trim(), properties };
}

const isProblem = (x: object): x is FieldProblem => 'code' in x && 'path' in x;

/** Problems of a refusal under the feature that they belong to; any other failure goes on. */
function under(path: string, cause: unknown): FieldProblem[] {
  if (!(cause instanceof Refusal) || cause.code !== 'invalid') throw cause;
  return ((cause.facts.problems ?? []) as FieldProblem[]).map((p) => ({
    ...p,
    path: p.path ? `${path}.${p.path}` : path,
  }));
}

function territoryAround(list: readonly Stored<'territories'>[], lat: number, lon: number): string | null {
  return list.find((t) => holds(t.outline, lat, lon))?.id ?? null;
}

/**
 * Brings territories and depots in from GeoJSON, all or none, as one command: known by their id, or else by their
 * name. A depot belongs to the territory that it lies in.
 */
export async function importGeoJson(
  unit: Unit,
  raw: unknown,
): Promise<{ readonly made: number; readonly changed: number }> {
  requireRight(unit, 'change', 'territories');
  const file = required(geoJsonFile, raw);
  const [company] = await readMany(unit.transaction, 'company', ['company']);
  const facts = { object: 'territories', count: file.features.length };
  const { result } = await runCommand(unit, 'import', facts, async (command) => {
    const problems: FieldProblem[] = [];
    const counts = { made: 0, changed: 0 };
    let own = unit;
    const write = async (
      object: 'territories' | 'depots',
      read: Read,
      value: Record<string, unknown>,
      path: string,
    ): Promise<void> => {
      const all = await readAll(unit.transaction, object);
      const known =
        all.find((x) => x.id === read.id) ??
        all.find((x) => x.name.toLowerCase() === read.name.toLowerCase());
      const prepared = known
        ? await prepareSave(own, object, known.id, {
            value: ({ id: _id, version: _version, archivedAt: _archived, ...before }) => ({
              ...before,
              ...value,
            }),
          })
        : await prepareNew(own, object, {
            id: read.id ?? undefined,
            value: object === 'territories' ? { zone: company?.homeZone ?? 'UTC', ...value } : value,
          });
      if (prepared.before && changedFields(prepared.before, prepared.after).length === 0) return;
      await writePrepared(own, command, object, prepared).catch((cause: unknown) => {
        throw new Refusal('invalid', { problems: under(path, cause) });
      });
      if (object === 'territories') own = withSayIn(own, [prepared.after.id]);
      counts[prepared.before ? 'changed' : 'made']++;
    };
    // Territories first: depots lie in them.
    const order = [...file.features.entries()].sort(([, a], [, b]) =>
      b.geometry.type.localeCompare(a.geometry.type),
    );
    for (const [i, feature] of order) {
      const path = `features.${i}`;
      const read = nameOf(feature, path);
      if (isProblem(read)) {
        problems.push(read);
        continue;
      }
      const { geometry } = feature;
      try {
        if (geometry.type === 'Polygon') {
          const corners = cornersOf(geometry.coordinates, `${path}.geometry`);
          if ('code' in corners) problems.push(corners);
          else {
            const zone = typeof read.properties.zone === 'string' ? { zone: read.properties.zone } : {};
            await write('territories', read, { name: read.name, outline: corners, ...zone }, path);
          }
        } else {
          const [lon, lat] = geometry.coordinates;
          const territoryId = territoryAround(await readAll(unit.transaction, 'territories'), lat, lon);
          if (territoryId === null)
            problems.push({ path: `${path}.geometry`, code: 'in-no-territory', facts: {} });
          else {
            const address =
              typeof read.properties.address === 'string' ? { address: read.properties.address } : {};
            await write('depots', read, { name: read.name, lat, lon, territoryId, ...address }, path);
          }
        }
      } catch (cause) {
        problems.push(...under(path, cause));
        break;
      }
    }
    if (problems.length > 0) throw new Refusal('invalid', { problems });
    return counts;
  });
  return result;
}
