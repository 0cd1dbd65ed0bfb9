import { exportGeoJson, importGeoJson } from '@/server/set-up/ground/geo-json';
import { readGroundView } from '@/server/set-up/ground/read-ground';
import { saveOutlines, tryOutlines } from '@/server/set-up/ground/save-outlines';
import { undoCommand } from '@/server/shared/commands/undo';
import { readObject } from '@/server/shared/objects/read-objects';
import { leaveDatabase, refusalOf, unitAs } from '../../support/database';
import { newest, problemsOf } from '../../support/objects';
import { asAnalyst } from '../../support/set-up';

afterAll(leaveDatabase);

const square = (lon: number, lat: number, size: number): [number, number][] => [
  [lon, lat],
  [lon + size, lat],
  [lon + size, lat + size],
  [lon, lat + size],
];
const drawn = (id: string | null, version: number | null, name: string, outline: [number, number][]) => ({
  id,
  version,
  name,
  outline,
});

describe('territories on the map', () => {
  it('are told with what lies in them, and what is wrong between them', async () => {
    await asAnalyst(async (unit) => {
      const view = await readGroundView(unit);
      expect(view.territories.map((t) => t.name)).toEqual([
        'Farside',
        'Heights',
        'North',
        'Quay',
        'Sallow',
        'Westisle',
      ]);
      expect(view.territories.every((t) => t.people > 0 && t.sites > 0 && t.areaKm2 > 0)).toBe(true);
      expect(view.overlaps).toEqual([]);
      expect(view.sites.filter((s) => !s.isInside).length).toBeGreaterThan(0);
      const quay = await readGroundView(await unitAs(unit.transaction, 'dispatcher', ['quay']));
      expect(quay.territories.map((t) => t.id)).toEqual(['quay']);
      expect(quay.sites.every((s) => s.territoryId === 'quay' || s.territoryId === null)).toBe(true);
    });
  });

  it('overlaps and gaps are found', async () => {
    await asAnalyst(async (unit) => {
      // Two that share a strip, and a ring of four around an empty middle.
      const ring = [
        [
          [-30, 30],
          [-27, 30],
          [-27, 31],
          [-30, 31],
        ],
        [
          [-30, 32],
          [-27, 32],
          [-27, 33],
          [-30, 33],
        ],
        [
          [-30, 31],
          [-29, 31],
          [-29, 32],
          [-30, 32],
        ],
        [
          [-28, 31],
          [-27, 31],
          [-27, 32],
          [-28, 32],
        ],
      ] as [number, number][][];
      const outlines = [
        drawn(null, null, 'One', square(-40, 40, 1)),
        drawn(null, null, 'Two', square(-39.5, 40, 1)),
        ...ring.map((r, i) => drawn(null, null, `Ring ${i}`, r)),
      ];
      const { ids } = await saveOutlines(unit, { outlines, handOver: false });
      const seeing = await unitAs(unit.transaction, 'analyst', [...ids]);
      const view = await readGroundView(seeing);
      expect(view.overlaps).toHaveLength(1);
      expect(view.gaps).toHaveLength(1);
      expect(view.gaps[0]!.areaKm2).toBeGreaterThan(9_000);
    });
  });

  it('whose outline moves hand the sites over that come to lie elsewhere, as one command', async () => {
    await asAnalyst(async (unit) => {
      const [quay, sallow] = [
        await readObject(unit, 'territories', 'quay'),
        await readObject(unit, 'territories', 'sallow'),
      ];
      const both = [
        drawn('quay', quay.version, 'Quay', sallow.outline as [number, number][]),
        drawn('sallow', sallow.version, 'Sallow', quay.outline as [number, number][]),
      ];
      const effect = await tryOutlines(unit, { outlines: both, handOver: true });
      expect(effect.toHandOver.length).toBeGreaterThan(50);
      expect(effect.visits).toBeGreaterThan(50);
      expect(effect.toHandOver.some((s) => s.from === 'Quay' && s.to === 'Sallow')).toBe(true);
      const { handedOver } = await saveOutlines(unit, { outlines: both, handOver: true });
      expect(handedOver).toBe(effect.toHandOver.length);
      const moved = effect.toHandOver.find((s) => s.from === 'Quay')!;
      expect(await readObject(unit, 'sites', moved.id)).toMatchObject({ territoryId: 'sallow' });
      await undoCommand(unit, await newest(unit));
      expect(await readObject(unit, 'sites', moved.id)).toMatchObject({ territoryId: 'quay' });
      expect(await readObject(unit, 'territories', 'quay')).toMatchObject({ outline: quay.outline });
    });
  });

  it('that cross themselves, come too late or are not one’s own are refused', async () => {
    await asAnalyst(async (unit) => {
      const bow: [number, number][] = [
        [-40, 40],
        [-39, 41],
        [-39, 40],
        [-40, 41],
      ];
      expect(
        await problemsOf(saveOutlines(unit, { outlines: [drawn(null, null, 'Bow', bow)], handOver: false })),
      ).toEqual(['outlines.0.outline outline-crosses']);
      const stale = await refusalOf(
        saveOutlines(unit, { outlines: [drawn('quay', 7, 'Quay', square(-40, 40, 1))], handOver: false }),
      );
      expect(stale).toMatchObject({ code: 'conflict', facts: { reason: 'stale' } });
      const west = await unitAs(unit.transaction, 'analyst', ['westisle']);
      const foreign = saveOutlines(west, {
        outlines: [drawn('quay', 1, 'Quay', square(-40, 40, 1))],
        handOver: false,
      });
      expect((await refusalOf(foreign)).code).toBe('not-found');
      expect(await readObject(unit, 'territories', 'quay')).toMatchObject({ version: 1 });
    });
  });
});

describe('GeoJSON', () => {
  it('RFC 7946 §3.1.6: exterior rings are counter-clockwise and closed, longitude first (§3.1.1)', async () => {
    await asAnalyst(async (unit) => {
      const { type, features } = await exportGeoJson(unit);
      expect(type).toBe('FeatureCollection');
      for (const { geometry } of features) {
        if (geometry.type !== 'Polygon') continue;
        const [ring] = geometry.coordinates;
        expect(ring![0]).toEqual(ring!.at(-1));
        // The shoelace formula: twice the area, positive when counter-clockwise.
        const twice = ring!.slice(1).reduce((sum, [x, y], i) => sum + ring![i]![0] * y - x * ring![i]![1], 0);
        expect(twice).toBeGreaterThan(0);
        expect(ring!.every(([lon, lat]) => lon < -20 && lat > 30)).toBe(true);
      }
      expect(features.filter((f) => f.geometry.type === 'Point')).toHaveLength(3);
    });
  });

  it('that was taken out and is brought in again changes nothing', async () => {
    await asAnalyst(async (unit) => {
      expect(await importGeoJson(unit, await exportGeoJson(unit))).toEqual({
        made: 0,
        changed: expect.any(Number),
      });
      const again = await importGeoJson(unit, await exportGeoJson(unit));
      expect(again).toEqual({ made: 0, changed: 0 });
    });
  });

  it('makes territories, and depots in them', async () => {
    await asAnalyst(async (unit) => {
      const ring = [...square(-40, 40, 1), [-40, 40] as [number, number]];
      const file = {
        type: 'FeatureCollection',
        features: [
          {
            type: 'Feature',
            id: 'far-depot',
            geometry: { type: 'Point', coordinates: [-39.5, 40.5] },
            properties: { name: 'Far yard' },
          },
          {
            type: 'Feature',
            id: 'far',
            geometry: { type: 'Polygon', coordinates: [ring] },
            properties: { name: 'Far', zone: 'Atlantic/Azores' },
          },
        ],
      };
      expect(await importGeoJson(unit, file)).toEqual({ made: 2, changed: 0 });
      const admin = await unitAs(unit.transaction, 'administrator', []);
      expect(await readObject(admin, 'depots', 'far-depot')).toMatchObject({
        territoryId: 'far',
        lat: 40.5,
        lon: -39.5,
      });
      expect(await readObject(admin, 'territories', 'far')).toMatchObject({ zone: 'Atlantic/Azores' });
    });
  });

  const feature = (geometry: unknown, properties: unknown = { name: 'Far' }) => ({
    type: 'FeatureCollection',
    features: [{ type: 'Feature', geometry, properties }],
  });
  const closed = (ring: [number, number][]) => [...ring, ring[0]!];
  it.each<[string, unknown, string]>([
    ['a file of something else', { type: 'Feature' }, 'type invalid-value'],
    [
      'a geometry that there is not',
      feature({
        type: 'LineString',
        coordinates: [
          [0, 0],
          [1, 1],
        ],
      }),
      'features.0.geometry.type invalid-union',
    ],
    [
      'an open ring',
      feature({ type: 'Polygon', coordinates: [square(0, 0, 1)] }),
      'features.0.geometry outline-open',
    ],
    [
      'a hole',
      feature({ type: 'Polygon', coordinates: [closed(square(0, 0, 3)), closed(square(1, 1, 1))] }),
      'features.0.geometry outline-hole',
    ],
    [
      'no name',
      feature({ type: 'Polygon', coordinates: [closed(square(0, 0, 1))] }, null),
      'features.0.properties.name missing',
    ],
    [
      'latitude first',
      feature({ type: 'Point', coordinates: [34, 120] }),
      'features.0.geometry.coordinates.1 too-big',
    ],
    [
      'a crossing outline',
      feature({
        type: 'Polygon',
        coordinates: [
          closed([
            [0, 0],
            [1, 1],
            [1, 0],
            [0, 1],
          ]),
        ],
      }),
      'features.0.outline outline-crosses',
    ],
    [
      'an unknown zone',
      feature(
        { type: 'Polygon', coordinates: [closed(square(0, 0, 1))] },
        { name: 'Far', zone: 'Moon/Base' },
      ),
      'features.0.zone zone',
    ],
    [
      'a depot in the sea',
      feature({ type: 'Point', coordinates: [0, 0] }),
      'features.0.geometry in-no-territory',
    ],
  ])('%s is refused with what and where, and changes nothing', async (_what, file, problem) => {
    await asAnalyst(async (unit) => {
      const before = await exportGeoJson(unit);
      expect(await problemsOf(importGeoJson(unit, file))).toContain(problem);
      expect(await exportGeoJson(unit)).toEqual(before);
    });
  });
});
