import { instantOf, type SpeedPeriod } from '@/core/index';
import type { Island } from './island';

/** What the company shares: parts, equipment, groups, rush hours, holidays. */
export const PARTS = [
  { id: 'contactor', name: 'Contactor 63 A' },
  { id: 'reader', name: 'Card reader' },
  { id: 'cable-set', name: 'Cable set 22 kW' },
  { id: 'display', name: 'Display' },
  { id: 'meter', name: 'Meter' },
  { id: 'anchor-frame', name: 'Anchor frame' },
  { id: 'antenna', name: 'Antenna' },
] as const;

/** One yard has no anchor frames. */
export const DEPOT_PARTS: Readonly<Record<string, readonly string[]>> = {
  quay: PARTS.map((p) => p.id),
  sallow: PARTS.map((p) => p.id),
  westisle: PARTS.map((p) => p.id).filter((id) => id !== 'anchor-frame'),
};

export const EQUIPMENT_KINDS = [
  { id: 'test-trailer', name: 'Cable-test trailer' },
  { id: 'lift-truck', name: 'Lift truck' },
  { id: 'test-bench', name: 'Test bench' },
] as const;

const noon = (date: string, hour: number): string =>
  new Date(instantOf(date, hour * 60, 'Atlantic/Madeira') * 1000).toISOString();

export const EQUIPMENT = [
  { id: 'trailer-1', name: 'Trailer 1', kindId: 'test-trailer', depotId: 'depot-quay', staysAtDepot: false },
  {
    id: 'trailer-2',
    name: 'Trailer 2',
    kindId: 'test-trailer',
    depotId: 'depot-sallow',
    staysAtDepot: false,
  },
  { id: 'lift-1', name: 'Lift truck 1', kindId: 'lift-truck', depotId: 'depot-quay', staysAtDepot: false },
  {
    id: 'lift-2',
    name: 'Lift truck 2',
    kindId: 'lift-truck',
    depotId: 'depot-westisle',
    staysAtDepot: false,
  },
  {
    id: 'bench-1',
    name: 'Bench at Sallow',
    kindId: 'test-bench',
    depotId: 'depot-sallow',
    staysAtDepot: true,
  },
] as const;

export const OUTAGES = [
  {
    equipmentId: 'trailer-2',
    startsAt: new Date(noon('2026-06-11', 6)),
    endsAt: new Date(noon('2026-06-12', 20)),
    reason: 'Brakes',
  },
] as const;

/** Feasts of the western isle, and the territories whose people help each other out. */
export const HOLIDAYS = [{ territoryId: 'westisle', date: '2026-06-18', name: 'Feast of the Two Lamps' }];
export const NEIGHBOURS = [
  { territoryId: 'north', neighbourId: 'heights' },
  { territoryId: 'farside', neighbourId: 'heights' },
];

const speeds = (main: number, rural: number, town: number, causeway: number) => ({
  main,
  rural,
  town,
  causeway,
});
/** Mornings and afternoons are slow in town and on the causeway. */
export const RUSH_HOURS: readonly SpeedPeriod[] = [
  { fromMin: 0, speeds: speeds(100, 100, 100, 100) },
  { fromMin: 450, speeds: speeds(88, 95, 70, 80) },
  { fromMin: 555, speeds: speeds(100, 100, 100, 100) },
  { fromMin: 990, speeds: speeds(90, 95, 72, 80) },
  { fromMin: 1095, speeds: speeds(100, 100, 100, 100) },
];

export function networkRow(map: Island) {
  return {
    id: 'orrimay',
    name: map.name,
    zone: 'Atlantic/Madeira',
    content: map,
    speedsKmh: {},
    periods: RUSH_HOURS,
  };
}
