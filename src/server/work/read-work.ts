import type { z } from 'zod';
import { type HappenedAt, type workList, workQuery } from '@/contract/work/work-list';
import { readRequestsOf } from '@/db/repositories/work/requests';
import { type Asked, countWork, readWorkRows } from '@/db/repositories/work/work-rows';
import { requireRight, seenBy } from '../shared/access';
import { readObject } from '../shared/objects/read-objects';
import { required } from '../shared/refusal';
import type { Unit } from '../shared/unit';

const PAGE_SIZE = 50;
const MOST_HAPPENED = 100;

const inSight = (unit: Unit): Pick<Asked, 'territoryIds' | 'now'> => ({
  territoryIds: [...seenBy(unit.user)],
  now: unit.now,
});

/** Work orders of the user's territories. */
export async function readWork(unit: Unit, raw: unknown): Promise<z.infer<typeof workList>> {
  requireRight(unit, 'read', 'work-orders');
  const asked = { ...required(workQuery, raw), ...inSight(unit), pageSize: PAGE_SIZE };
  const { rows, total } = await readWorkRows(unit.transaction, asked);
  return {
    rows,
    total,
    pageSize: PAGE_SIZE,
    now: unit.now,
    counts: await countWork(unit.transaction, asked),
  };
}

const PLACES = { sites: 'siteId', customers: 'customerId', assets: 'assetId' } as const;

/** All that happened at a site, with a customer, or to an asset, in the territories that the user sees. */
export async function readHappened(unit: Unit, object: keyof typeof PLACES, id: string): Promise<HappenedAt> {
  requireRight(unit, 'read', 'work-orders');
  await readObject(unit, object, id);
  const sight = inSight(unit);
  const { rows, total } = await readWorkRows(unit.transaction, {
    ...workQuery.parse({ [PLACES[object]]: id, sort: '-receivedAt' }),
    ...sight,
    pageSize: MOST_HAPPENED,
  });
  const requests = await readRequestsOf(unit.transaction, {
    column: PLACES[object],
    id,
    territoryIds: sight.territoryIds,
    most: MOST_HAPPENED,
  });
  return { orders: rows, requests, total, now: unit.now };
}
