import {
  EVERY_SET,
  GROUPS,
  IS_CUT,
  L_BEFORE,
  L_MEMORY,
  L_NODE,
  LABEL_BYTES,
  LABELS,
  LANES,
  LIST_BYTES,
  MOST_WAYS,
  P_LABELS,
  P_LISTS,
  P_NEAR_BITS,
  P_QUEUE,
  P_WAYS,
  QUEUE_BYTES,
  VISITS,
  WAY_BYTES,
  WORDS,
} from '../../prove/table';
import { given, pointer } from '../memory';
import { L_DEAD, L_LANE, L_LOAD, L_QUEUED, Q_COUNT, Q_FIRST, Y_COST, Y_FREE, Y_NEXT } from './fields';

/*
 * The ways to be free after a visit: labels that remember only some visits at each (ng-routes: Baldacci, Mingozzi,
 * Roberti, "New route relaxation and pricing strategies for the vehicle routing problem", Operations Research 59(5),
 * 2011). Those of a visit and lane are linked cheapest first, those of a bucket in the order in which they came.
 */

export const ALL_WAYS: i32 = i32.MAX_VALUE;

// @ts-ignore: decorator
@inline
export function labelOf(label: i32): usize {
  return pointer(P_LABELS) + <usize>label * <usize>given(LABEL_BYTES);
}

// @ts-ignore: decorator
@inline
export function wayOf(label: i32): usize {
  return pointer(P_WAYS) + <usize>label * WAY_BYTES;
}

// @ts-ignore: decorator
@inline
function listOf(lane: i32, node: i32, group: i32): usize {
  return pointer(P_LISTS) + <usize>((lane * given(VISITS) + node) * given(GROUPS) + group) * LIST_BYTES;
}

/** The group of what a label remembers. */
function groupOf(at: usize): i32 {
  const groups = given(GROUPS);
  if (groups == 1) return 0;
  let hash: i32 = 0;
  for (let k: i32 = 0; k < given(WORDS); k++) {
    hash = (hash ^ load<i32>(at + (<usize>k << 2), L_MEMORY)) * 0x01000193;
    hash ^= hash >>> 15;
  }
  return hash & (groups - 1);
}

/** Keeps a way that no other beats in time, price, load and memory. `before` is the label it goes on from, −1 for none. */
export function add(before: i32, node: i32, lane: i32, free: i32, cost: f64, weight: i32, bucket: i32): void {
  const label = given(LABELS);
  const at = labelOf(label);
  remember(at, before, node);
  // A way with more breaks behind and as early is no worse: what is left of the day can only be shorter.
  const group = groupOf(at);
  for (let j = lane; j < given(LANES); j++) {
    if (isBeaten(listOf(j, node, group), at, free, cost, weight)) return;
  }
  const list = listOf(lane, node, group);
  let last = -1;
  let next = load<i32>(list, Q_FIRST);
  while (next >= 0 && load<f64>(wayOf(next), Y_COST) < cost) {
    last = next;
    next = load<i32>(wayOf(next), Y_NEXT);
  }
  const after = dropBeaten(list, last, next, at, free, weight);
  const count = load<i32>(list, Q_COUNT);
  if (count >= given(MOST_WAYS)) {
    store<i32>(IS_CUT, 1);
    return;
  }
  store<i32>(list, count + 1, Q_COUNT);
  const way = wayOf(label);
  store<f64>(way, cost, Y_COST);
  store<i32>(way, free, Y_FREE);
  store<i32>(way, after, Y_NEXT);
  if (last < 0) store<i32>(list, label, Q_FIRST);
  else store<i32>(wayOf(last), label, Y_NEXT);
  store<i32>(at, weight, L_LOAD);
  store<i32>(at, before, L_BEFORE);
  store<i32>(at, node, L_NODE);
  store<i32>(at, lane, L_LANE);
  store<i32>(at, 0, L_DEAD);
  store<i32>(LABELS, label + 1);
  queue(label, at, bucket);
}

/** What the label before remembers of what is remembered here, and the visit itself. */
function remember(at: usize, before: i32, node: i32): void {
  const words = given(WORDS);
  const near = pointer(P_NEAR_BITS) + (<usize>(node * words) << 2);
  if (before < 0) memory.fill(at + L_MEMORY, 0, <usize>words << 2);
  else {
    const old = labelOf(before);
    for (let k: usize = 0; k < <usize>words << 2; k += 4) {
      store<i32>(at + k, load<i32>(old + k, L_MEMORY) & load<i32>(near + k), L_MEMORY);
    }
  }
  const word = at + (<usize>(node >> 5) << 2);
  store<i32>(word, load<i32>(word, L_MEMORY) | (1 << (node & 31)), L_MEMORY);
}

/** Whether one of the ways is as cheap, as early, as light, and remembers no more than the label just laid down. */
function isBeaten(list: usize, at: usize, free: i32, cost: f64, weight: i32): bool {
  for (let other = load<i32>(list, Q_FIRST); other >= 0; ) {
    const way = wayOf(other);
    if (load<f64>(way, Y_COST) > cost) return false;
    if (load<i32>(way, Y_FREE) <= free) {
      const its = labelOf(other);
      if (load<i32>(its, L_LOAD) <= weight && mayBeat(its, at)) return true;
    }
    other = load<i32>(way, Y_NEXT);
  }
  return false;
}

/** Drops the ways from `next` on, which are no cheaper, that the label at an address beats; returns the first that stays. */
function dropBeaten(list: usize, last: i32, next: i32, at: usize, free: i32, weight: i32): i32 {
  let first = -1;
  let kept = last;
  while (next >= 0) {
    const way = wayOf(next);
    const follows = load<i32>(way, Y_NEXT);
    const its = labelOf(next);
    if (free <= load<i32>(way, Y_FREE) && weight <= load<i32>(its, L_LOAD) && mayBeat(at, its)) {
      store<i32>(its, 1, L_DEAD);
      store<i32>(list, load<i32>(list, Q_COUNT) - 1, Q_COUNT);
      if (kept < 0) store<i32>(list, follows, Q_FIRST);
      else store<i32>(wayOf(kept), follows, Y_NEXT);
    } else {
      if (first < 0) first = next;
      kept = next;
    }
    next = follows;
  }
  return first;
}

/** Whether what a way remembers lets it beat another that is no cheaper and no earlier. */
function mayBeat(way: usize, other: usize): bool {
  if (given(MOST_WAYS) < ALL_WAYS) return true;
  return isWithin(way, other) && (!given(EVERY_SET) || isWithin(other, way));
}

function isWithin(a: usize, b: usize): bool {
  const bytes = <usize>given(WORDS) << 2;
  for (let k: usize = 0; k < bytes; k += 4) {
    if (load<i32>(a + k, L_MEMORY) & ~load<i32>(b + k, L_MEMORY)) return false;
  }
  return true;
}

function queue(label: i32, at: usize, bucket: i32): void {
  const ends = pointer(P_QUEUE) + <usize>bucket * QUEUE_BYTES;
  const last = load<i32>(ends, 4);
  store<i32>(at, -1, L_QUEUED);
  if (last < 0) store<i32>(ends, label);
  else store<i32>(labelOf(last), label, L_QUEUED);
  store<i32>(ends, label, 4);
}

/** Whether a label remembers a visit. */
// @ts-ignore: decorator
@inline
export function remembers(at: usize, w: i32): bool {
  return (load<i32>(at + (<usize>(w >> 5) << 2), L_MEMORY) & (1 << (w & 31))) != 0;
}
