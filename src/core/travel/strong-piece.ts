import type { Road } from './road-network';

/** Roads from each junction as compressed rows, along the way they are driven or against it. */
function rowsOf(count: number, roads: readonly Road[], isAgainst: boolean) {
  const first = new Int32Array(count + 1);
  const ends: [number, number][] = [];
  for (const r of roads) {
    if (!isAgainst || !r.oneWay) ends.push([r.from, r.to]);
    if (isAgainst || !r.oneWay) ends.push([r.to, r.from]);
  }
  for (const [tail] of ends) first[tail + 1]!++;
  for (let j = 0; j < count; j++) first[j + 1]! += first[j]!;
  const next = first.slice();
  const head = new Int32Array(ends.length);
  for (const [tail, to] of ends) head[next[tail]!++] = to;
  return { first, head };
}

/**
 * Marks (1) the junctions of the largest strongly connected piece: each of them is reached from each other. Two
 * sweeps, along the roads and against them (Kosaraju's algorithm, as in Sharir 1981), without recursion.
 */
export function strongestPiece(count: number, roads: readonly Road[]): Uint8Array {
  const along = rowsOf(count, roads, false);
  const done = new Int32Array(count);
  let finished = 0;
  const seen = new Uint8Array(count);
  const next = along.first.slice(0, count);
  const stack: number[] = [];
  for (let s = 0; s < count; s++) {
    if (seen[s] === 1) continue;
    seen[s] = 1;
    stack.push(s);
    while (stack.length > 0) {
      const j = stack.at(-1)!;
      if (next[j]! < along.first[j + 1]!) {
        const to = along.head[next[j]!++]!;
        if (seen[to] === 1) continue;
        seen[to] = 1;
        stack.push(to);
      } else {
        stack.pop();
        done[finished++] = j;
      }
    }
  }
  const against = rowsOf(count, roads, true);
  const piece = new Int32Array(count).fill(-1);
  let best = 0;
  let bestSize = 0;
  for (let i = count - 1; i >= 0; i--) {
    const root = done[i]!;
    if (piece[root]! >= 0) continue;
    let size = 0;
    piece[root] = root;
    stack.push(root);
    while (stack.length > 0) {
      const j = stack.pop()!;
      size++;
      for (let arc = against.first[j]!; arc < against.first[j + 1]!; arc++) {
        const to = against.head[arc]!;
        if (piece[to]! >= 0) continue;
        piece[to] = root;
        stack.push(to);
      }
    }
    if (size > bestSize) {
      bestSize = size;
      best = root;
    }
  }
  return Uint8Array.from(piece, (p) => (p === best ? 1 : 0));
}
