import { localDateOf } from '@/core/index';
import { beginTelling, type PlannedDay, readPlannedDays } from '@/db/repositories/day/told-days';
import { wallSec } from '../clock';
import type { Unit } from '../unit';

const keyOf = (d: PlannedDay): string => `${d.personId}@${d.date}`;

/**
 * Does what changes the plan of some dates; whoever has another day by it is told, although they have not looked at that day yet.
 * What is past is told to nobody.
 */
export async function publishing<T>(
  unit: Unit,
  dates: { readonly firstDate: string; readonly lastDate: string },
  work: () => Promise<T>,
): Promise<T> {
  const { transaction, now } = unit;
  // Whose day it is still depends on their zone: a day earlier is early enough.
  const yesterday = localDateOf(now - 86_400, 'UTC');
  const range = { from: dates.firstDate > yesterday ? dates.firstDate : yesterday, to: dates.lastDate };
  const was = new Map((await readPlannedDays(transaction, range)).map((d) => [keyOf(d), d]));
  const done = await work();
  const is = new Map((await readPlannedDays(transaction, range)).map((d) => [keyOf(d), d]));
  const changed = [...new Set([...was.keys(), ...is.keys()])].flatMap((key) => {
    const [before, after] = [was.get(key), is.get(key)];
    const { personId, date } = (after ?? before)!;
    const [old, stops] = [before?.stops ?? [], after?.stops ?? []];
    return JSON.stringify(old) === JSON.stringify(stops) ? [] : [{ personId, date, was: old, stops }];
  });
  if (changed.length > 0)
    await beginTelling(transaction, changed, {
      wall: new Date(wallSec() * 1000),
      // Whoever looks at their day in this very second has seen it as it is published.
      now: new Date((now - 1) * 1000),
    });
  return done;
}
