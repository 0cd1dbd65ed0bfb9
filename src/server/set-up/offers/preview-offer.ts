import type { OfferedAnswer } from '@/contract/set-up/answers/offered';
import { offer } from '@/contract/set-up/offers';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';
import { requireRight } from '../../shared/access';
import { windowsOffered } from '../../shared/offers/windows-offered';
import { required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';

const MOST = 500;

/** The windows that an offer would hold out to somebody who asks now. */
export async function previewOffer(unit: Unit, raw: unknown): Promise<OfferedAnswer> {
  requireRight(unit, 'read', 'offers');
  const value = required(offer.schema, raw) as Stored<'offers'>;
  const byId = <T extends { readonly id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));
  const data = {
    territories: byId(await readAll(unit.transaction, 'territories')),
    patterns: byId(await readAll(unit.transaction, 'week-patterns')),
    kinds: byId(await readAll(unit.transaction, 'job-kinds')),
  };
  return { windows: windowsOffered(value, data, unit.now).slice(0, MOST) };
}
