import { ARRAYS_FROM } from './table';

export type Cells = Int32Array | Uint16Array | Uint8Array | Float64Array;
/** Fields of an object that hold arrays, and where in the table their addresses go; null where there is none. */
export type Places<T> = { readonly [K in keyof T]?: number };

/** Arrays begin at multiples of a cache line. */
const LINE_BYTES = 64;
const PAGE_BYTES = 65_536;
const MOST_PAGES = 65_536;

const rounded = (bytes: number): number => Math.ceil(bytes / LINE_BYTES) * LINE_BYTES;

/** Makes large arrays. */
export interface Allocate {
  uint16(length: number): Uint16Array;
  float64(length: number): Float64Array;
}

/** Anywhere: whoever needs them in a memory moves them there. */
export const ANYWHERE: Allocate = {
  uint16: (length) => new Uint16Array(length),
  float64: (length) => new Float64Array(length),
};

/** A memory of so many bytes for one search alone. */
export function createMemory(bytes: number): WebAssembly.Memory {
  const pages = Math.ceil(bytes / PAGE_BYTES);
  return new WebAssembly.Memory({ initial: pages, maximum: pages });
}

/**
 * A memory that grows as arrays come to lie in it, and that threads can share. The first table is at its beginning. It is
 * let go of late, as nobody counts it against a thread: not for problems by the hundred.
 */
export class Ground implements Allocate {
  readonly memory = new WebAssembly.Memory({ initial: 1, maximum: MOST_PAGES, shared: true });
  private end = ARRAYS_FROM;
  private readonly made = new WeakSet<Cells>();

  /** Address of so many bytes that nobody else has. */
  reserve(bytes: number): number {
    const at = this.end;
    this.end += rounded(bytes);
    const missing = Math.ceil((this.end - this.memory.buffer.byteLength) / PAGE_BYTES);
    if (missing > 0) this.memory.grow(missing);
    return at;
  }

  uint16(length: number): Uint16Array {
    const at = this.reserve(2 * length);
    return this.noted(new Uint16Array(this.memory.buffer, at, length));
  }

  float64(length: number): Float64Array {
    const at = this.reserve(8 * length);
    return this.noted(new Float64Array(this.memory.buffer, at, length));
  }

  /** Whether an array was made here. */
  holds(cells: Cells): boolean {
    return this.made.has(cells);
  }

  private noted<T extends Cells>(cells: T): T {
    this.made.add(cells);
    return cells;
  }
}

/** A memory in which several searches of one problem have their arrays: what they only read lies there once. */
export interface Grounds {
  readonly memory: WebAssembly.Memory;
  /** Where the table of each member is; for all but the first its own arrays follow. */
  readonly tables: readonly number[];
}

interface Move {
  readonly owner: Record<string, unknown>;
  readonly name: string;
  readonly cells: Cells;
  readonly address: number;
}

/** A list of arrays that are to live in one memory. */
export class Removal {
  private readonly moves: Move[] = [];

  add<T extends object>(owner: T, places: Places<T>): this {
    for (const [name, address] of Object.entries(places)) {
      const cells = owner[name as keyof T];
      if (cells !== null) {
        const own = owner as Record<string, unknown>;
        this.moves.push({ owner: own, name, cells: cells as Cells, address: address as number });
      }
    }
    return this;
  }

  /** Bytes that the arrays need; one that is met twice counts once. */
  bytes(): number {
    let sum = 0;
    for (const cells of new Set(this.moves.map((m) => m.cells))) sum += rounded(cells.byteLength);
    return sum;
  }

  /**
   * Moves everything to where `place` says (given bytes, an address), and the addresses into the table at `table`: from
   * then on the owners' fields are views of the memory. An array met twice is moved once, one that `isThere` not at all.
   */
  carryOut(
    memory: WebAssembly.Memory,
    table: number,
    place: (bytes: number) => number,
    isThere: (cells: Cells) => boolean = () => false,
  ): void {
    const addressOf = new Map<Cells, number>();
    for (const { cells } of this.moves) {
      if (!addressOf.has(cells))
        addressOf.set(cells, isThere(cells) ? cells.byteOffset : place(cells.byteLength));
    }
    // Only now: the memory may have grown.
    const { buffer } = memory;
    const views = new Map<Cells, Cells>();
    const addresses = new Int32Array(buffer, table, ARRAYS_FROM / 4);
    for (const { owner, name, cells, address } of this.moves) {
      const at = addressOf.get(cells)!;
      let view = views.get(cells) ?? (isThere(cells) ? cells : undefined);
      if (!view) {
        view = viewLike(cells, buffer, at);
        views.set(cells, view);
      }
      owner[name] = view;
      addresses[address / 4] = at;
    }
  }
}

/** Places one after the other from an address on. */
export function oneAfterTheOther(from: number): (bytes: number) => number {
  let at = from;
  return (bytes) => {
    at += rounded(bytes);
    return at - rounded(bytes);
  };
}

function viewLike(cells: Cells, buffer: ArrayBuffer, at: number): Cells {
  const n = cells.length;
  if (cells instanceof Float64Array) return copied(new Float64Array(buffer, at, n), cells);
  if (cells instanceof Uint16Array) return copied(new Uint16Array(buffer, at, n), cells);
  if (cells instanceof Uint8Array) return copied(new Uint8Array(buffer, at, n), cells);
  return copied(new Int32Array(buffer, at, n), cells);
}

function copied<T extends Cells>(view: T, from: T): T {
  view.set(from);
  return view;
}
