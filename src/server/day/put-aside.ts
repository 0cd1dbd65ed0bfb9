import { asideAsk } from '@/contract/day/aside';
import { dropAside, writeAside } from '@/db/repositories/day/asides';
import { notify } from '@/db/repositories/shared/commands';
import { requireRight } from '../shared/access';
import { Refusal, required } from '../shared/refusal';
import type { Unit } from '../shared/unit';
import { readDay } from './read-day';

/** Puts a need of a day aside with a reason, for everybody; without one it is looked at again. */
export async function putAside(unit: Unit, raw: unknown): Promise<{ key: string }> {
  const { key, reason, ...day } = required(asideAsk, raw);
  requireRight(unit, 'change', 'day');
  const view = await readDay(unit, day);
  // Only what the user is told of can be put aside.
  if (!view.needs.some((n) => n.key === key)) throw new Refusal('not-found');
  const { transaction, user, now } = unit;
  if (reason === null) await dropAside(transaction, key);
  else {
    if (reason === '')
      throw new Refusal('invalid', { problems: [{ path: 'reason', code: 'missing', facts: {} }] });
    await writeAside(transaction, { key, date: day.date, reason, userId: user.id, at: new Date(now * 1000) });
  }
  await notify(transaction, JSON.stringify({ kind: 'field', territoryIds: day.territoryIds }));
  return { key };
}
