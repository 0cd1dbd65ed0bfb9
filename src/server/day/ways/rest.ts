import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import { restAsk, type restView } from '@/contract/day/ways';
import type { Plan, Problem } from '@/core/index';
import { readUserById } from '@/db/repositories/access/users';
import { addRest, claimRest, dropOldRests, endRest, readRestState } from '@/db/repositories/day/rests';
import { notify } from '@/db/repositories/shared/commands';
import { requireRight, requireSight } from '../../shared/access';
import { Refusal, required } from '../../shared/refusal';
import { readGround } from '../../shared/travel/ground';
import { travelBetweenAll } from '../../shared/travel/matrices';
import type { SystemUnit, Unit } from '../../shared/unit';
import { openDay } from '../open-day';
import { restFor } from './day-board';

const KEPT_MS = 3_600_000;

/** Asks a worker to optimize what is left of a day: what is under way or begun stays. */
export async function askRest(unit: Unit, raw: unknown): Promise<z.infer<typeof restView>> {
  const { territoryIds, date, seconds } = required(restAsk, raw);
  requireSight(unit, 'day', territoryIds);
  requireRight(unit, 'change', 'plan', territoryIds);
  const { transaction, user } = unit;
  await dropOldRests(transaction, new Date(Date.now() - KEPT_MS));
  const id = randomUUID();
  await addRest(transaction, { id, userId: user.id, territoryIds, date, seconds, askedAt: new Date() });
  return { id, state: 'waiting' };
}

/** How far it is. */
export async function readRest({ transaction, user }: Unit, id: string): Promise<z.infer<typeof restView>> {
  const state = await readRestState(transaction, id, user.id);
  if (!state) throw new Refusal('not-found');
  return { id, state };
}

/** The next rest of a day that waits, with what is to be searched; null where none does. */
export async function nextRest(system: SystemUnit): Promise<{
  readonly id: string;
  readonly seconds: number;
  readonly problem: Problem;
  readonly start: Plan;
} | null> {
  const { transaction, now } = system;
  const row = await claimRest(transaction);
  if (!row) return null;
  const user = await readUserById(transaction, row.userId);
  if (!user) {
    await endRest(transaction, row.id, null);
    return null;
  }
  const open = await openDay({ transaction, user, now }, { territoryIds: row.territoryIds, date: row.date });
  const { problem, plan } = restFor(open, row.date);
  // A search asks for ways so often that it needs them all at hand.
  const points = problem.places.map((p) => ({ lat: p.lat ?? 0, lon: p.lon ?? 0 }));
  const { days } = open.ground.kept.built;
  const travel = travelBetweenAll(await readGround(transaction), points, days);
  return { id: row.id, seconds: row.seconds, problem: { ...problem, travel }, start: plan };
}

/** Keeps what was found, or that nothing was. */
export async function keepRest({ transaction }: SystemUnit, id: string, plan: Plan | null): Promise<void> {
  await endRest(transaction, id, plan);
  await notify(transaction, JSON.stringify({ kind: 'field', territoryIds: [] }));
}
