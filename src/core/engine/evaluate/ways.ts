import { NEVER } from '../prepare/prepared';
import { WAYS } from '../state/cells';
import type { Extra, Routes } from '../state/routes';

/** Keeps the ways that are not both later and dearer than another. */
export function addWay(routes: Routes, j: number, at: number, free: number, price: number): void {
  const { lanes } = routes;
  const first = lanes.free[j]!;
  const known = first[at]!;
  if (lanes.extra === null) {
    if (free < known) first[at] = free;
    return;
  }
  const cost = lanes.cost[j]!;
  if (known >= NEVER || (free <= known && price <= cost[at]!)) {
    first[at] = free;
    cost[at] = price;
    if (known < NEVER) dropDominated(lanes.extra[j]!, at, free, price);
    return;
  }
  if (free >= known && price >= cost[at]!) return;
  if (free < known) {
    const demoted = cost[at]!;
    first[at] = free;
    cost[at] = price;
    dropDominated(lanes.extra[j]!, at, free, price);
    addExtra(lanes.extra[j]!, at, known, demoted);
  } else addExtra(lanes.extra[j]!, at, free, price);
}

function addExtra(extra: Extra, at: number, free: number, price: number): void {
  const row = at * WAYS;
  for (let e = 0; e < extra.count[at]!; e++) {
    if (extra.free[row + e]! <= free && extra.cost[row + e]! <= price) return;
  }
  dropDominated(extra, at, free, price);
  const count = extra.count[at]!;
  if (count === WAYS) return;
  extra.free[row + count] = free;
  extra.cost[row + count] = price;
  extra.count[at] = count + 1;
}

function dropDominated(extra: Extra, at: number, free: number, price: number): void {
  const row = at * WAYS;
  let kept = 0;
  for (let e = 0; e < extra.count[at]!; e++) {
    if (extra.free[row + e]! >= free && extra.cost[row + e]! >= price) continue;
    extra.free[row + kept] = extra.free[row + e]!;
    extra.cost[row + kept] = extra.cost[row + e]!;
    kept++;
  }
  extra.count[at] = kept;
}
