import { callAsk, type WindowsAsk } from '@/contract/work/call';
import { readAll } from '@/db/repositories/shared/schedule';
import type { Unit } from '@/server/shared/unit';
import { findWindows } from '@/server/work/offers/find-windows';
import { holdWindow } from '@/server/work/offers/hold-window';
import { promiseWindow } from '@/server/work/offers/promise-window';

/** What somebody asks for on the phone at some customer's site of a territory. */
export async function askIn(unit: Unit, territoryId = 'quay', jobKindId = 'terminal'): Promise<WindowsAsk> {
  const site = (await readAll(unit.transaction, 'sites')).find(
    (s) => s.territoryId === territoryId && s.lat !== null && s.customerId !== null,
  )!;
  return {
    for: 'new',
    holdId: null,
    furtherDays: 0,
    personIds: [],
    ask: callAsk.parse({ siteId: site.id, jobKindId }),
  };
}

/** A time that is promised: the last of the best windows. */
export async function promised(unit: Unit, asked: WindowsAsk) {
  const { windows } = await findWindows(unit, asked);
  const window = windows.filter((w) => w.isBest).at(-1)!;
  const { holdId } = await holdWindow(unit, { asked, startAt: window.startAt, endAt: window.endAt });
  return { window, ...(await promiseWindow(unit, { holdId })) };
}
