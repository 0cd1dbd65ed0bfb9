import FlatQueue from 'flatqueue';
import { createRandom } from '../../base/random';
import type { Prepared } from '../prepare/prepared';
import type { Routes } from '../state/routes';
import type { Workspace } from '../state/workspace';
import type { Master } from './master';

/** Days kept at most; when there is no room, the older half goes. */
const MOST_DAYS = 60_000;
/** Hashes of sets add up without rounding. */
const HASH_RANGE = 2 ** 44;

/**
 * The days that a search has passed through: for every kind of shift and set of visits the cheapest order met.
 * Where days do not hang together, any of them can be combined with any other.
 */
export interface MetDays {
  count: number;
  /** By day: the first shift of its kind, and its price in micros. */
  readonly twin: Int32Array;
  readonly price: Float64Array;
  /** Visits of a day in order: visits[at[day]] .. visits[at[day] + length[day]]. */
  readonly at: Int32Array;
  readonly length: Int32Array;
  visits: Int32Array;
  /** Whether a day, as it is here, is in the model already. */
  readonly isModelled: Uint8Array;
  /** Keeps the day of a shift as it is in hand. */
  note(routes: Routes, s: number): void;
}

export function createMetDays({ visits, shifts, shiftTwin }: Prepared, room = MOST_DAYS): MetDays {
  const random = createRandom(1);
  const hashes = Float64Array.from({ length: visits + shifts }, () => Math.floor(random.next() * HASH_RANGE));
  const known = new Map<number, number>();
  const keys = new Float64Array(room);
  let used = 0;
  const forgetOlder = (): void => {
    const half = room >> 1;
    const from = met.at[half]!;
    for (let day = 0; day < half; day++) known.delete(keys[day]!);
    for (const list of [keys, met.twin, met.price, met.length, met.isModelled]) list.copyWithin(0, half);
    for (let day = half; day < room; day++) met.at[day - half] = met.at[day]! - from;
    met.visits.copyWithin(0, from, used);
    used -= from;
    met.count = room - half;
    for (let day = 0; day < met.count; day++) known.set(keys[day]!, day);
  };
  const addDay = (key: number, twin: number, length: number): number => {
    if (met.count === room) forgetOlder();
    const day = met.count++;
    known.set(key, day);
    keys[day] = key;
    met.twin[day] = twin;
    met.at[day] = used;
    met.length[day] = length;
    used += length;
    if (used > met.visits.length) met.visits = grown(met.visits, used);
    return day;
  };
  const met: MetDays = {
    count: 0,
    twin: new Int32Array(room),
    price: new Float64Array(room),
    at: new Int32Array(room),
    length: new Int32Array(room),
    visits: new Int32Array(1024),
    isModelled: new Uint8Array(room),
    note: (routes, s) => {
      const n = routes.count[s]!;
      if (n === 0) return;
      const row = routes.rowOf[s]! + 1;
      const twin = shiftTwin[s]!;
      let key = hashes[visits + twin]!;
      for (let i = 0; i < n; i++) key += hashes[routes.visitAt[row + i]!]!;
      const price = routes.price[s]!;
      const before = known.get(key);
      if (before !== undefined && met.price[before]! <= price) return;
      const day = before ?? addDay(key, twin, n);
      met.price[day] = price;
      met.isModelled[day] = 0;
      const at = met.at[day]!;
      for (let i = 0; i < n; i++) met.visits[at + i] = routes.visitAt[row + i]!;
    },
  };
  return met;
}

function grown(list: Int32Array, least: number): Int32Array {
  const next = new Int32Array(Math.max(least, list.length * 2));
  next.set(list);
  return next;
}

/** Keeps the days that the last iteration changed. */
export function noteTouched(met: MetDays, { routes, touched, touchedCount }: Workspace): void {
  for (let i = 0; i < touchedCount; i++) met.note(routes, touched[i]!);
}

/**
 * Adds to a model, whose kinds are those of `kindOfTwin`, the days met that its duals show to be cheap (by more than
 * `nothing` micros), at most `most` of them; returns how many.
 */
export function takeMet(
  met: MetDays,
  master: Master,
  dual: Float64Array,
  options: {
    readonly visits: number;
    readonly kindOfTwin: Int32Array;
    readonly most: number;
    readonly nothing: number;
  },
): number {
  const { visits, kindOfTwin, most, nothing } = options;
  // The dearest of the cheapest so far comes first.
  const cheapest = new FlatQueue<number>();
  for (let day = 0; day < met.count; day++) {
    if (met.isModelled[day] === 1) continue;
    let reduced = met.price[day]! - dual[visits + kindOfTwin[met.twin[day]!]!]!;
    const first = met.at[day]!;
    for (let i = first + met.length[day]! - 1; i >= first; i--) reduced -= dual[met.visits[i]!]!;
    if (reduced >= -nothing) continue;
    if (cheapest.length === most) {
      if (reduced >= -cheapest.peekValue()!) continue;
      cheapest.pop();
    }
    cheapest.push(day, -reduced);
  }
  const taken = Array.from({ length: cheapest.length }, () => cheapest.pop()!).reverse();
  master.add(
    taken.map((day) => {
      met.isModelled[day] = 1;
      const at = met.at[day]!;
      const list = [...met.visits.subarray(at, at + met.length[day]!)];
      return { kind: kindOfTwin[met.twin[day]!]!, day: { visits: list, price: met.price[day]! } };
    }),
  );
  return taken.length;
}
