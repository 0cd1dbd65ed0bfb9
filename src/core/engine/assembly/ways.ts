import { WAYS } from '../state/cells';
import { byteAt, floatAt, intAt, pointer, setFloat, setInt } from './memory';

/*
 * Later but cheaper ways to be free, up to WAYS of them at an index of three arrays: how many there are, when each is
 * free, and what it has cost. The arrays are those of the usual lanes, or of the general ones.
 */

/** Keeps a way unless another is neither later nor dearer, and drops those that it is better than. */
export function keepWay(counts: i32, frees: i32, costs: i32, at: i32, free: i32, price: f64): void {
  const first = at * WAYS;
  const count = byteAt(counts, at);
  for (let x = first; x < first + count; x++) {
    if (intAt(frees, x) <= free && floatAt(costs, x) <= price) return;
  }
  dropWays(counts, frees, costs, at, free, price);
  const kept = byteAt(counts, at);
  if (kept == WAYS) return;
  setInt(frees, first + kept, free);
  setFloat(costs, first + kept, price);
  store<u8>(pointer(counts) + <usize>at, <u8>(kept + 1));
}

/** Drops the ways that are neither sooner nor cheaper than one. */
export function dropWays(counts: i32, frees: i32, costs: i32, at: i32, free: i32, price: f64): void {
  const first = at * WAYS;
  const count = byteAt(counts, at);
  let kept = first;
  for (let x = first; x < first + count; x++) {
    const own = intAt(frees, x);
    const cost = floatAt(costs, x);
    if (own >= free && cost >= price) continue;
    setInt(frees, kept, own);
    setFloat(costs, kept, cost);
    kept++;
  }
  store<u8>(pointer(counts) + <usize>at, <u8>(kept - first));
}
