import type { Extent } from '@/contract/runs/run';
import { localDateOf } from '@/core/index';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { readAll } from '@/db/repositories/shared/schedule';
import { seenBy } from '../access';
import { judged, type KeptPlan } from '../judged-plans';
import { livePlaybook, type PlaybookVersion } from '../playbooks';
import type { Unit } from '../unit';

/** So many days from today on are looked at. */
export const DAYS_AHEAD = 14;

export interface Ahead {
  readonly kept: KeptPlan;
  readonly playbook: PlaybookVersion;
  readonly territoryIds: readonly string[];
  readonly firstDate: string;
  readonly lastDate: string;
}

export function addDays(date: string, days: number): string {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}

/** The days ahead wherever the user has a view; null where they have none yet. */
export async function daysAhead({ transaction, user, now }: Unit): Promise<Extent | null> {
  const seen = seenBy(user);
  const territories = (await readAll(transaction, 'territories'))
    .filter((t) => seen.has(t.id))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const [first] = territories;
  if (!first) return null;
  const firstDate = localDateOf(now, first.zone);
  const lastDate = addDays(firstDate, DAYS_AHEAD - 1);
  return { territoryIds: territories.map((t) => t.id), firstDate, lastDate };
}

/** The live plan of the next days wherever the user has a view of it; null where they have none yet. */
export async function planAhead(unit: Unit): Promise<Ahead | null> {
  const { transaction } = unit;
  const extent = await daysAhead(unit);
  if (!extent) return null;
  const playbook = await livePlaybook(transaction);
  const plan = await readLivePlan(transaction);
  return { kept: await judged(unit, plan, extent, playbook), playbook, ...extent };
}
