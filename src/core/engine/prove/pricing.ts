import type { PricedDay } from '../days/master';
import { bitsFor, type Memory } from '../days/memory';
import { NEVER, type Prepared } from '../prepare/prepared';
import { type Arcs, arcsOf } from './arcs';
import { bucketOf, type Completion, completionOf, homePriceAt } from './completion';
import { beginOf, type Kind, latePriceOf, readyVia } from './kinds';
import { createLabels, type Labels, makeRoom } from './labels';

export interface Priced {
  readonly days: readonly PricedDay[];
  /** No day of this kind costs less than this beyond the duals of its visits; at most `border`. */
  readonly least: number;
  readonly labels: number;
  /** Whether nothing was dropped: all that lies below the border was seen. */
  readonly isWhole: boolean;
}

export interface PricingLimits {
  /** Only days whose reduced price lies below this are looked for. */
  readonly border: number;
  /** Ways kept for each visit and lane, and whether what they remember does not count; with a limit the search is no proof. */
  readonly ways: number;
  /** Followers of a visit that are looked at, the most promising; with fewer than all the search is no proof. */
  readonly few: number;
  /** Whether the cheapest day of every set of visits is wanted, and not only those that no other beats. */
  readonly everySet: boolean;
  /** Labels in all. */
  readonly labels: number;
  /** Days handed back. */
  readonly days: number;
  /** Buckets in which the rest of the day is reckoned; more tell more, and take longer. */
  readonly buckets: number;
  /** Asked now and then; true ends the search, which is then no proof beyond what the first look gave. */
  readonly isLate: () => boolean;
  /** The same for the first look, without which nothing is proven. */
  readonly isOver: () => boolean;
}

/** Labels between two looks at the clock. */
const CHECK_EVERY = 64;

/**
 * Days of one kind whose price less duals is lowest, by labels that remember only some visits at
 * each (ng-routes: Baldacci, Mingozzi, Roberti, "New route relaxation and pricing strategies for the
 * vehicle routing problem", Operations Research 59(5), 2011).
 */
export function priceKind(
  prep: Prepared,
  kind: Kind,
  memory: Memory,
  dual: Float64Array,
  limits: PricingLimits,
): Priced {
  const m = kind.visits.length;
  if (m === 0) return { days: [], least: Math.min(0, limits.border), labels: 0, isWhole: true };
  const isRough = limits.few < Number.POSITIVE_INFINITY;
  const arcs = arcsOf(kind, dual, limits.few);
  const completion = completionOf(prep, kind, arcs, limits.buckets, limits.isOver);
  if (!completion) return { days: [], least: Number.NEGATIVE_INFINITY, labels: 0, isWhole: false };
  const words = Math.ceil(m / 32);
  const labels = createLabels(words);
  const search: Search = {
    prep,
    kind,
    arcs,
    nearBits: bitsFor(memory, kind),
    own: Float64Array.from(kind.visits, (v) => dual[v]!),
    limits,
    completion,
    words,
    labels,
    lists: Array.from({ length: kind.lanes * m }, createWays),
    queue: Array.from({ length: completion.buckets }, () => []),
    isCut: isRough,
  };
  const root = extend(search, -1);
  const ends: { label: number; reduced: number }[] = [];
  let count = 0;
  for (let b = 0; b < search.queue.length; b++) {
    for (const label of search.queue[b]!) {
      if (labels.dead[label] === 1) continue;
      const home = homePriceAt(prep, kind, labels.node[label]!, labels.lane[label]!, labels.free[label]!);
      const reduced = labels.cost[label]! + home;
      if (reduced < limits.border) ends.push({ label, reduced });
      extend(search, label);
      if (labels.count > limits.labels || (++count % CHECK_EVERY === 0 && limits.isLate())) {
        search.isCut = true;
        b = search.queue.length;
        break;
      }
    }
  }
  ends.sort((x, y) => x.reduced - y.reduced);
  const days = ends.slice(0, limits.days).map(({ label, reduced }) => dayOf(search, label, reduced));
  const found = Math.min(limits.border, ends[0]?.reduced ?? limits.border);
  return {
    days,
    least: search.isCut ? Math.min(found, root) : found,
    labels: labels.count,
    isWhole: !search.isCut,
  };
}

interface Search {
  readonly prep: Prepared;
  readonly kind: Kind;
  readonly arcs: Arcs;
  /** What is remembered at each visit, as bits: [visit × words + word]. */
  readonly nearBits: Int32Array;
  readonly own: Float64Array;
  readonly limits: PricingLimits;
  readonly completion: Completion;
  readonly words: number;
  readonly labels: Labels;
  readonly lists: readonly Ways[];
  readonly queue: readonly number[][];
  /** Whether something was dropped that a proof would need. */
  isCut: boolean;
}

/** Goes on from a label to every visit, or with −1 from the start; returns the least bound met. */
function extend(search: Search, label: number): number {
  const { prep, kind, arcs, labels, completion, words } = search;
  const { duration } = kind;
  const border = search.limits.border;
  const m = kind.visits.length;
  const isFirst = label < 0;
  const node = isFirst ? m : labels.node[label]!;
  const i = isFirst ? 0 : labels.lane[label]!;
  const free = isFirst ? prep.shiftStart[kind.shift]! : labels.free[label]!;
  const cost = isFirst ? 0 : labels.cost[label]!;
  let least = Number.POSITIVE_INFINITY;
  for (let x = arcs.from[node]!; x < arcs.from[node + 1]!; x++) {
    const w = arcs.to[x]!;
    if (!isFirst && labels.memory[label * words + (w >> 5)]! & (1 << (w & 31))) continue;
    const at = node * (m + 2) + w;
    const load = (isFirst ? 0 : labels.load[label]!) + prep.visitDemand[kind.visits[w]!]!;
    if (load > kind.capacity) continue;
    const base = cost + arcs.base[x]!;
    for (let j = i; j < kind.lanes; j++) {
      const ready = readyVia(prep, kind, i, j, free, at, isFirst);
      const start = ready >= NEVER ? NEVER : beginOf(prep, kind, w, ready);
      if (start >= NEVER) break;
      const end = start + duration[w]!;
      const b = bucketOf(completion, end);
      const price = base + latePriceOf(prep, kind, w, start);
      const cell = (j * m + w) * completion.buckets + b;
      const bound =
        price + (completion.next[cell] === node ? completion.other[cell]! : completion.price[cell]!);
      if (bound < least) least = bound;
      if (bound < border) add(search, label, w, j, end, price, load, b);
    }
  }
  return least;
}

/** Labels of one visit and lane, cheapest first, with their costs and moments side by side. */
interface Ways {
  readonly label: number[];
  readonly cost: number[];
  readonly free: number[];
}

function createWays(): Ways {
  return { label: [], cost: [], free: [] };
}

/** Whether one of the ways is as cheap, as early, as light, and remembers no more than the label just laid down. */
function isBeaten(
  search: Search,
  ways: Ways,
  row: number,
  free: number,
  cost: number,
  load: number,
): boolean {
  const { labels, words } = search;
  const n = ways.label.length;
  for (let x = 0; x < n && ways.cost[x]! <= cost; x++) {
    if (ways.free[x]! > free) continue;
    const other = ways.label[x]!;
    if (labels.load[other]! <= load && mayBeat(search, other * words, row)) return true;
  }
  return false;
}

/** Keeps a way that no other beats in time, price, load and memory. */
function add(
  search: Search,
  before: number,
  node: number,
  lane: number,
  free: number,
  cost: number,
  load: number,
  bucket: number,
): void {
  const { labels, lists, kind, nearBits, words, limits } = search;
  const m = kind.visits.length;
  makeRoom(labels);
  const label = labels.count;
  const { memory } = labels;
  const row = label * words;
  for (let k = 0; k < words; k++) {
    memory[row + k] = before < 0 ? 0 : memory[before * words + k]! & nearBits[node * words + k]!;
  }
  memory[row + (node >> 5)]! |= 1 << (node & 31);
  // A way with more breaks behind and as early is no worse: what is left of the day can only be shorter.
  for (let j = lane; j < kind.lanes; j++) {
    if (isBeaten(search, lists[j * m + node]!, row, free, cost, load)) return;
  }
  const ways = lists[lane * m + node]!;
  const n = ways.label.length;
  let at = 0;
  while (at < n && ways.cost[at]! < cost) at++;
  let kept = at;
  for (let x = at; x < n; x++) {
    const other = ways.label[x]!;
    if (free <= ways.free[x]! && load <= labels.load[other]! && mayBeat(search, row, other * words)) {
      labels.dead[other] = 1;
      continue;
    }
    ways.label[kept] = other;
    ways.cost[kept] = ways.cost[x]!;
    ways.free[kept] = ways.free[x]!;
    kept++;
  }
  ways.label.length = kept;
  ways.cost.length = kept;
  ways.free.length = kept;
  if (kept >= limits.ways) {
    search.isCut = true;
    return;
  }
  labels.node[label] = node;
  labels.lane[label] = lane;
  labels.free[label] = free;
  labels.cost[label] = cost;
  labels.load[label] = load;
  labels.before[label] = before;
  labels.count++;
  ways.label.splice(at, 0, label);
  ways.cost.splice(at, 0, cost);
  ways.free.splice(at, 0, free);
  search.queue[bucket]!.push(label);
}

/** Whether what a way remembers lets it beat another that is no cheaper and no earlier. */
function mayBeat({ labels: { memory }, words, limits }: Search, way: number, other: number): boolean {
  if (limits.ways < Number.POSITIVE_INFINITY) return true;
  return isWithin(memory, way, other, words) && (!limits.everySet || isWithin(memory, other, way, words));
}

function isWithin(memory: Int32Array, a: number, b: number, words: number): boolean {
  for (let k = 0; k < words; k++) if (memory[a + k]! & ~memory[b + k]!) return false;
  return true;
}

function dayOf({ labels, kind, own }: Search, label: number, reduced: number): PricedDay {
  const visits: number[] = [];
  let price = reduced;
  for (let at = label; at >= 0; at = labels.before[at]!) {
    const w = labels.node[at]!;
    visits.push(kind.visits[w]!);
    price += own[w]!;
  }
  return { visits: visits.reverse(), price };
}
