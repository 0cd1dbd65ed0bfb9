/** Ways to be free after a visit, as parallel lists that grow. */
export interface Labels {
  count: number;
  node: Int16Array;
  lane: Uint8Array;
  dead: Uint8Array;
  free: Int32Array;
  load: Int32Array;
  before: Int32Array;
  cost: Float64Array;
  /** Visits that must not come again: `words` words of 32 bits a label. */
  memory: Int32Array;
  readonly words: number;
}

export function createLabels(words: number, room = 1024): Labels {
  return {
    count: 0,
    node: new Int16Array(room),
    lane: new Uint8Array(room),
    dead: new Uint8Array(room),
    free: new Int32Array(room),
    load: new Int32Array(room),
    before: new Int32Array(room),
    cost: new Float64Array(room),
    memory: new Int32Array(room * words),
    words,
  };
}

/** Makes sure that one more label has room. */
export function makeRoom(labels: Labels): void {
  if (labels.count < labels.node.length) return;
  const next = createLabels(labels.words, labels.node.length * 2);
  next.node.set(labels.node);
  next.lane.set(labels.lane);
  next.dead.set(labels.dead);
  next.free.set(labels.free);
  next.load.set(labels.load);
  next.before.set(labels.before);
  next.cost.set(labels.cost);
  next.memory.set(labels.memory);
  const { node, lane, dead, free, load, before, cost, memory } = next;
  Object.assign(labels, { node, lane, dead, free, load, before, cost, memory });
}
