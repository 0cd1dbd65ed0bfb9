import type { CallAsk } from '@/contract/work/call';
import { localDateOf } from '@/core/index';
import { readVisitRow, type Stored, type VisitRow } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { readObject } from '../../shared/objects/read-objects';
import { Refusal } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { readAgreements } from './agreed';
import { type Likes, likesOf } from './likes';

/** Work that a time is looked for, new or there already. */
export interface AskedWork {
  readonly row: VisitRow;
  readonly kind: Stored<'job-kinds'>;
  readonly territory: Stored<'territories'>;
  readonly agreement: Stored<'agreements'> | null;
  /** Until when somebody was to be there, seconds since 1970; null where nothing was agreed. */
  readonly agreedUntil: number | null;
  readonly isNew: boolean;
  /** The days and hours that the site likes best. */
  readonly likes: Likes;
}

/** What is only asked for has no id of its own yet. */
export const ASKED_ID = 'asked';

export const wrong = (path: string, code: string, facts: Record<string, unknown> = {}): Refusal =>
  new Refusal('invalid', { problems: [{ path, code, facts }] });

async function read<N extends 'sites' | 'job-kinds' | 'territories' | 'depots'>(
  unit: Unit,
  name: N,
  id: string,
): Promise<Stored<N>> {
  return (await readObject(unit, name, id)) as unknown as Stored<N>;
}

/** Where work of a site is planned: by the premises of ours at which it is done, else by the site. */
async function territoryOf(unit: Unit, site: Stored<'sites'>, premisesId: string | null) {
  const depot = premisesId === null ? null : await read(unit, 'depots', premisesId);
  const territoryId = depot?.territoryId ?? site.territoryId;
  if (territoryId === null) throw wrong('siteId', 'no-territory');
  requireRight(unit, 'change', 'work-orders', [territoryId]);
  return read(unit, 'territories', territoryId);
}

/** New work as the plan would know it: what is not said comes from its kind, its site, and what was agreed. */
export async function newWork(unit: Unit, ask: CallAsk): Promise<AskedWork> {
  requireRight(unit, 'change', 'work-orders');
  const site = await read(unit, 'sites', ask.siteId);
  const kind = await read(unit, 'job-kinds', ask.jobKindId);
  if (site.archivedAt !== null || kind.archivedAt !== null) throw new Refusal('not-found');
  const own = kind.premises.map((p) => p.depotId);
  if (ask.premisesId !== null && !own.includes(ask.premisesId)) throw wrong('premisesId', 'not-of-kind');
  const territory = await territoryOf(unit, site, ask.premisesId);
  const agreement = await agreementFor(unit, site, kind.id);
  const limitMin = agreement?.respondMin ?? null;
  const row: VisitRow = {
    id: ASKED_ID,
    workOrderId: ASKED_ID,
    siteId: site.id,
    number: 0,
    part: 1,
    jobKindId: kind.id,
    summary: ask.summary === '' ? kind.name : ask.summary,
    notes: ask.notes,
    receivedAt: unit.now,
    differs: {},
    site: site.name,
    address: site.address,
    lat: site.lat ?? 0,
    lon: site.lon ?? 0,
    isLocated: site.lat !== null && site.lon !== null,
    territoryId: territory.id,
    zone: site.zone,
    accessPatternId: site.accessPatternId,
    durationMin: ask.durationMin ?? kind.durationMin,
    priority: ask.priority ?? agreement?.priority ?? kind.priority,
    earliestAt: unit.now,
    dueAt: unit.now + Math.max(1, kind.promiseDays) * 86_400,
    skills: null,
    prices: {},
    premisesId: ask.premisesId,
    afterVisitId: null,
    afterGapMin: null,
    afterMostMin: null,
    samePersonAsId: null,
    tiedPersonId: null,
    tiedStartAt: null,
    windows: [],
    wishes: site.wishes.map(({ technicianId, wish }) => ({ technicianId, wish })),
  };
  return {
    row,
    kind,
    territory,
    agreement,
    agreedUntil: limitMin === null ? null : unit.now + limitMin * 60,
    isNew: true,
    likes: likesOf(site),
  };
}

/** The agreement that covers work of a kind at a site today: the one that says most about it. */
export async function agreementFor(
  unit: Unit,
  site: Stored<'sites'>,
  jobKindId: string,
): Promise<Stored<'agreements'> | null> {
  if (site.customerId === null) return null;
  const today = localDateOf(unit.now, site.zone);
  const all = await readAgreements(unit.transaction, site.customerId);
  const covers = all.filter(
    (a) =>
      (a.siteId === null || a.siteId === site.id) &&
      (a.kinds.length === 0 || a.kinds.some((k) => k.jobKindId === jobKindId)) &&
      a.validFrom <= today &&
      (a.validTo === null || a.validTo >= today),
  );
  const says = (a: Stored<'agreements'>): number =>
    (a.siteId === null ? 0 : 2) + (a.kinds.length === 0 ? 0 : 1);
  return covers.sort((a, b) => says(b) - says(a) || a.id.localeCompare(b.id))[0] ?? null;
}

/** A visit that there is already, as it stands. */
export async function knownWork(unit: Unit, visitId: string): Promise<AskedWork> {
  requireRight(unit, 'change', 'work-orders');
  const row = await readVisitRow(unit.transaction, visitId);
  if (!row || row.territoryId === null) throw new Refusal('not-found');
  const site = await read(unit, 'sites', row.siteId);
  const kind = await read(unit, 'job-kinds', row.jobKindId);
  requireRight(unit, 'change', 'work-orders', [row.territoryId]);
  const territory = await read(unit, 'territories', row.territoryId);
  const agreement = await agreementFor(unit, site, row.jobKindId);
  const limitMin = agreement?.respondMin ?? null;
  return {
    row,
    kind,
    territory,
    agreement,
    agreedUntil: limitMin === null ? null : row.receivedAt + limitMin * 60,
    isNew: false,
    likes: likesOf(site),
  };
}
