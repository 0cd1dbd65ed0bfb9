import { ARRAYS_FROM } from './table';

type Cells = Int32Array | Uint16Array | Uint8Array | Float64Array;
/** Fields of an object that hold arrays, and where in the table their addresses go; null where there is none. */
export type Places<T> = { readonly [K in keyof T]?: number };

/** Arrays begin at multiples of a cache line. */
const LINE_BYTES = 64;
const PAGE_BYTES = 65_536;

interface Move {
  readonly owner: Record<string, unknown>;
  readonly name: string;
  readonly cells: Cells;
  readonly address: number;
}

/** A list of arrays that are to live in one memory, so that its size is known before it is made. */
export class Removal {
  private readonly moves: Move[] = [];

  add<T extends object>(owner: T, places: Places<T>): void {
    for (const [name, address] of Object.entries(places)) {
      const cells = owner[name as keyof T];
      if (cells !== null) {
        const own = owner as Record<string, unknown>;
        this.moves.push({ owner: own, name, cells: cells as Cells, address: address as number });
      }
    }
  }

  /** Makes the memory and moves everything in: from then on the owners' fields are views of it. An array met twice is moved once. */
  carryOut(): WebAssembly.Memory {
    const distinct = new Set(this.moves.map((m) => m.cells));
    let bytes = ARRAYS_FROM;
    for (const cells of distinct) bytes += rounded(cells.byteLength);
    const pages = Math.ceil(bytes / PAGE_BYTES);
    const memory = new WebAssembly.Memory({ initial: pages, maximum: pages });
    const table = new Int32Array(memory.buffer, 0, ARRAYS_FROM / 4);
    const views = new Map<Cells, Cells>();
    let at = ARRAYS_FROM;
    for (const { owner, name, cells, address } of this.moves) {
      let view = views.get(cells);
      if (!view) {
        view = viewLike(cells, memory.buffer, at);
        views.set(cells, view);
        at += rounded(cells.byteLength);
      }
      owner[name] = view;
      table[address / 4] = view.byteOffset;
    }
    return memory;
  }
}

const rounded = (bytes: number): number => Math.ceil(bytes / LINE_BYTES) * LINE_BYTES;

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
