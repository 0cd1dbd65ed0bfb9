/** The set of visits without a place: constant-time add and remove, iteration by index. */
export interface LooseEnds {
  readonly list: Int32Array;
  readonly at: Int32Array;
  count: number;
}

export function createLooseEnds(visits: number): LooseEnds {
  return { list: new Int32Array(visits), at: new Int32Array(visits).fill(-1), count: 0 };
}

export function addLoose(set: LooseEnds, v: number): void {
  if (set.at[v] !== -1) return;
  set.at[v] = set.count;
  set.list[set.count++] = v;
}

export function dropLoose(set: LooseEnds, v: number): void {
  const i = set.at[v]!;
  if (i === -1) return;
  const last = set.list[--set.count]!;
  set.list[i] = last;
  set.at[last] = i;
  set.at[v] = -1;
}
