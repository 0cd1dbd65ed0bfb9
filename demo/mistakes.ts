import type { Transaction } from '@/db/connection';
import { technicianSkills, technicians, technicianTerritories } from '@/db/models/people';
import { offers, sites } from '@/db/models/set-up';
import { rowsOf } from '@/db/models/table';

/** What every company has somewhere: somebody new whose hours nobody set, and a site that nobody found yet. */
export async function writeMistakes(transaction: Transaction): Promise<void> {
  await rowsOf(transaction, technicians).insert([
    {
      id: 'tech-new',
      name: 'Wyn Garrowby',
      kind: 'employee',
      homeLat: 34.58,
      homeLon: -20.93,
      startsAt: 'home',
      endsAt: 'home',
      weekPatternId: null,
      travelBeforeMin: 0,
      travelAfterMin: 0,
      overtimeLimitMin: 0,
      openToPlanning: true,
      active: true,
      zone: 'Atlantic/Madeira',
    },
  ]);
  await rowsOf(transaction, technicianTerritories).insert([
    {
      technicianId: 'tech-new',
      territoryId: 'heights',
      relation: 'home',
      validFrom: '2026-06-01',
      validTo: null,
    },
  ]);
  await rowsOf(transaction, technicianSkills).insert([
    { technicianId: 'tech-new', skillId: 'low-voltage', level: 2, validFrom: '2026-06-01', validTo: null },
  ]);
  await rowsOf(transaction, sites).insert([
    {
      id: 'site-unknown',
      name: 'Kiosk at the new ferry',
      address: 'Behind the second shed',
      lat: null,
      lon: null,
      territoryId: 'quay',
      zone: 'Atlantic/Madeira',
    },
  ]);
}

/** Windows of two hours for what customers wait for; of half a day for the rest. */
export async function writeOffers(transaction: Transaction): Promise<void> {
  const usual = { territoryId: null, gridMin: 120, fromMin: 480, toMin: 960, aheadDays: 14 };
  await rowsOf(transaction, offers).insert([
    {
      id: 'offer-usual',
      name: 'Half days',
      ...usual,
      jobKindId: null,
      widthMin: 240,
      soonestMin: 1440,
      sameDayUntilMin: null,
    },
    {
      id: 'offer-dead',
      name: 'Dead chargers',
      ...usual,
      jobKindId: 'dead-charger',
      widthMin: 120,
      soonestMin: 120,
      sameDayUntilMin: 720,
    },
  ]);
}
