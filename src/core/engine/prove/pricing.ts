import { NEVER, type Prepared } from '../prepare/prepared';
import { bucketOf, type Completion, completionOf, homePriceAt } from './completion';
import { beginAt, type Kind, latePriceAt, readyVia } from './kinds';

/** A day found by pricing: its visits, and what it costs at least. */
export interface PricedDay {
  readonly visits: readonly number[];
  readonly price: number;
}

export interface Priced {
  readonly days: readonly PricedDay[];
  /** No day of this kind costs less than this beyond the duals of its visits; at most `border`. */
  readonly least: number;
}

export interface PricingLimits {
  /** Only days whose reduced price lies below this are looked for. */
  readonly border: number;
  /** Ways kept for each visit and lane; beyond it the search is no proof any more. */
  readonly ways: number;
  /** Labels in all. */
  readonly labels: number;
  /** Days handed back. */
  readonly days: number;
  /** Asked now and then; true ends the search, which is then no proof beyond what the first look gave. */
  readonly isOver: () => boolean;
}

/** Labels between two looks at the clock. */
const CHECK_EVERY = 64;

/** Ways to be free after a visit, as parallel lists. */
interface Labels {
  readonly node: number[];
  readonly lane: number[];
  readonly free: number[];
  readonly cost: number[];
  readonly load: number[];
  readonly before: number[];
  readonly dead: boolean[];
  /** Visits that must not come again: words of 32, one after the other. */
  readonly memory: number[];
}

/**
 * Days of one kind whose price less duals is lowest, by labels that remember only the visits near where
 * they are (ng-routes: Baldacci, Mingozzi, Roberti, "New route relaxation and pricing strategies for the
 * vehicle routing problem", Operations Research 59(5), 2011).
 */
export function priceKind(
  prep: Prepared,
  kind: Kind,
  near: readonly Int32Array[],
  dual: Float64Array,
  limits: PricingLimits,
): Priced {
  const m = kind.visits.length;
  if (m === 0) return { days: [], least: Math.min(0, limits.border) };
  const completion = completionOf(prep, kind, dual, limits.isOver);
  if (!completion) return { days: [], least: Number.NEGATIVE_INFINITY };
  const words = Math.ceil(m / 32);
  const labels: Labels = {
    node: [],
    lane: [],
    free: [],
    cost: [],
    load: [],
    before: [],
    dead: [],
    memory: [],
  };
  const lists: number[][] = Array.from({ length: kind.lanes * m }, () => []);
  const queue: number[][] = Array.from({ length: completion.buckets }, () => []);
  const search: Search = {
    prep,
    kind,
    near,
    dual,
    limits,
    completion,
    words,
    labels,
    lists,
    queue,
    isCut: limits.ways < Number.POSITIVE_INFINITY,
  };
  const root = extend(search, -1);
  const ends: { label: number; reduced: number }[] = [];
  let count = 0;
  for (let b = 0; b < queue.length; b++) {
    for (const label of queue[b]!) {
      if (labels.dead[label]) continue;
      const home = homePriceAt(prep, kind, labels.node[label]!, labels.lane[label]!, labels.free[label]!);
      const reduced = labels.cost[label]! + home;
      if (reduced < limits.border) ends.push({ label, reduced });
      extend(search, label);
      if (labels.node.length > limits.labels || (++count % CHECK_EVERY === 0 && limits.isOver())) {
        search.isCut = true;
        b = queue.length;
        break;
      }
    }
  }
  ends.sort((x, y) => x.reduced - y.reduced);
  const days = ends.slice(0, limits.days).map(({ label, reduced }) => dayOf(search, label, reduced));
  const found = Math.min(limits.border, ends[0]?.reduced ?? limits.border);
  return { days, least: search.isCut ? Math.min(found, root) : found };
}

interface Search {
  readonly prep: Prepared;
  readonly kind: Kind;
  readonly near: readonly Int32Array[];
  readonly dual: Float64Array;
  readonly limits: PricingLimits;
  readonly completion: Completion;
  readonly words: number;
  readonly labels: Labels;
  readonly lists: readonly number[][];
  readonly queue: readonly number[][];
  /** Whether something was dropped that a proof would need. */
  isCut: boolean;
}

/** Goes on from a label to every visit, or with −1 from the start; returns the least bound met. */
function extend(search: Search, label: number): number {
  const { prep, kind, dual, labels, completion, words } = search;
  const m = kind.visits.length;
  const isFirst = label < 0;
  const node = isFirst ? m : labels.node[label]!;
  const i = isFirst ? 0 : labels.lane[label]!;
  const free = isFirst ? prep.shiftStart[kind.shift]! : labels.free[label]!;
  const cost = isFirst ? 0 : labels.cost[label]!;
  let least = Number.POSITIVE_INFINITY;
  for (let w = 0; w < m; w++) {
    const at = node * (m + 2) + w;
    const leg = kind.leg[at]!;
    if (leg < 0) continue;
    if (!isFirst && labels.memory[label * words + (w >> 5)]! & (1 << (w & 31))) continue;
    const v = kind.visits[w]!;
    const load = (isFirst ? 0 : labels.load[label]!) + prep.visitDemand[v]!;
    if (load > kind.capacity) continue;
    const cell = kind.cells[w]!;
    for (let j = i; j < kind.lanes; j++) {
      const ready = readyVia(prep, kind, { i, j }, free, leg, isFirst);
      const start = ready >= NEVER ? NEVER : beginAt(prep, cell, ready);
      if (start >= NEVER) break;
      const end = start + prep.duration[cell]!;
      const b = bucketOf(completion, end);
      const own = cost + kind.legPrice[at]! - dual[v]! + latePriceAt(prep, v, cell, start);
      const bound = own + completion.price[(j * m + w) * completion.buckets + b]!;
      if (bound < least) least = bound;
      if (bound >= search.limits.border) continue;
      add(search, { node: w, lane: j, free: end, cost: own, load, before: label }, b);
    }
  }
  return least;
}

interface Way {
  readonly node: number;
  readonly lane: number;
  readonly free: number;
  readonly cost: number;
  readonly load: number;
  readonly before: number;
}

/** Keeps a way that no other beats in time, price, load and memory. */
function add(search: Search, way: Way, bucket: number): void {
  const { labels, lists, kind, near, words, limits, queue } = search;
  const list = lists[way.lane * kind.visits.length + way.node]!;
  const memory = new Int32Array(words);
  if (way.before >= 0) {
    for (const u of near[way.node]!) {
      memory[u >> 5]! |= labels.memory[way.before * words + (u >> 5)]! & (1 << (u & 31));
    }
  }
  memory[way.node >> 5]! |= 1 << (way.node & 31);
  const isRough = limits.ways < Number.POSITIVE_INFINITY;
  let kept = 0;
  for (const other of list) {
    if (
      labels.free[other]! <= way.free &&
      labels.cost[other]! <= way.cost &&
      labels.load[other]! <= way.load
    ) {
      if (isRough || isWithin(labels.memory, other * words, memory, 0, words)) return;
    }
    const isBeaten =
      way.free <= labels.free[other]! &&
      way.cost <= labels.cost[other]! &&
      way.load <= labels.load[other]! &&
      (isRough || isWithin(memory, 0, labels.memory, other * words, words));
    if (isBeaten) labels.dead[other] = true;
    else list[kept++] = other;
  }
  list.length = kept;
  if (kept >= limits.ways) {
    search.isCut = true;
    return;
  }
  const label = labels.node.length;
  labels.node.push(way.node);
  labels.lane.push(way.lane);
  labels.free.push(way.free);
  labels.cost.push(way.cost);
  labels.load.push(way.load);
  labels.before.push(way.before);
  labels.dead.push(false);
  for (let k = 0; k < words; k++) labels.memory.push(memory[k]!);
  list.push(label);
  queue[bucket]!.push(label);
}

function isWithin(
  a: ArrayLike<number>,
  fromA: number,
  b: ArrayLike<number>,
  fromB: number,
  words: number,
): boolean {
  for (let k = 0; k < words; k++) if (a[fromA + k]! & ~b[fromB + k]!) return false;
  return true;
}

function dayOf({ labels, kind, dual }: Search, label: number, reduced: number): PricedDay {
  const visits: number[] = [];
  let price = reduced;
  for (let at = label; at >= 0; at = labels.before[at]!) {
    const v = kind.visits[labels.node[at]!]!;
    visits.push(v);
    price += dual[v]!;
  }
  return { visits: visits.reverse(), price };
}
