import type { Workspace } from '../state/workspace';
import { takeOutGroup } from './take-out';

/** How often a visit that needs equipment is begun with, so that what holds it gives way. */
const UNIT_RATE = 0.5;
const MOST_HOLDERS = 6;

/**
 * Now and then takes out some visits that hold a unit of equipment one after the other, wherever they are, where `seed`
 * needs its kind: those who wait for it are seldom near those who have it. Returns the kind, −1 where nothing was done.
 */
export function ruinUnits(work: Workspace, seed: number): number {
  const { links, pins, random } = work;
  const kinds = links.kindsOf[seed]!;
  if (kinds.length === 0 || random.next() >= UNIT_RATE) return -1;
  const i = random.below(kinds.length);
  const kind = kinds[i]!;
  const units = pins.held[kind]!;
  const own = pins.unitsOf[work.prep.leadOf[seed]!]![i];
  const held = units[own ?? random.below(units.length)]!;
  if (held.length === 0) return -1;
  const wanted = 1 + random.below(Math.min(MOST_HOLDERS, held.length));
  const first = random.below(held.length - wanted + 1);
  const holders = held.slice(first, first + wanted);
  for (const { v } of holders) takeOutGroup(work, links.groupOf[v]!, -1);
  return kind;
}
