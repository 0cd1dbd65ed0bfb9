import { startPrice } from '../evaluate/starts';
import type { Links } from '../prepare/links';
import { NEVER, type Prepared } from '../prepare/prepared';
import { type Routes, writeSlot } from './routes';
import { type Held, hold, letGo, type Span } from './units';

/** Moments to which linked visits are pinned, and the units of equipment that they hold. */
export interface Pins {
  /** Beginning on site; NEVER when not pinned. */
  readonly beginAt: Int32Array;
  readonly cellOf: Int32Array;
  /** Units held, by kind in the order of the visit's needs; empty when none. */
  readonly unitsOf: number[][];
  /** What is held of a unit, in order: [kind][unit]. */
  readonly held: Held[][][];
  /** What has changed in this iteration, with how it was. */
  readonly changes: { v: number; begin: number; cell: number; units: number[] }[];
}

/** What pinning works on. */
interface Board {
  readonly prep: Prepared;
  readonly links: Links;
  readonly routes: Routes;
  readonly pins: Pins;
}

export function createPins(prep: Prepared & { readonly links: Links }): Pins {
  return {
    beginAt: new Int32Array(prep.visits).fill(NEVER),
    cellOf: new Int32Array(prep.visits).fill(-1),
    unitsOf: Array.from({ length: prep.visits }, () => []),
    held: prep.links.units.map((units) => units.map(() => [])),
    changes: [],
  };
}

/** When a visit that begins on site at a moment holds its equipment: its work, the buffer before it left out. */
export function workSpan({ prep, links }: Pick<Board, 'prep' | 'links'>, v: number, begin: number): Span {
  const from = begin + prep.bufferBefore[v]!;
  return { from, to: from + links.longest[v]! };
}

/** Lets a visit begin in a class at one moment only. */
export function writePin(work: Board, v: number, cell: number, begin: number): void {
  const { routes, links, prep } = work;
  const slot = links.pinSlot[v]!;
  routes.windowOpen[slot] = begin;
  routes.windowLatest[slot] = begin;
  routes.windowSoft[slot] = startPrice(prep, v, cell, begin) === 0 ? begin : -NEVER;
  routes.windowFirst[cell] = slot;
  routes.windowCount[cell] = 1;
  writeSlot(prep, routes, routes.slots, cell);
}

/** Gives a visit its own windows back. */
export function erasePin(work: Board, cell: number): void {
  const { routes, prep } = work;
  routes.windowFirst[cell] = prep.windowFirst[cell]!;
  routes.windowCount[cell] = prep.windowCount[cell]!;
  writeSlot(prep, routes, routes.slots, cell);
}

/** Pins a visit for good, or lets it go again with NEVER. */
export function pin(work: Board, v: number, cell: number, begin: number, units: number[]): void {
  const { pins } = work;
  pins.changes.push({ v, begin: pins.beginAt[v]!, cell: pins.cellOf[v]!, units: pins.unitsOf[v]! });
  set(work, v, cell, begin, units);
  if (begin < NEVER) writePin(work, v, cell, begin);
}

function set(work: Board, v: number, cell: number, begin: number, units: number[]): void {
  const { pins, links } = work;
  if (pins.cellOf[v]! >= 0) erasePin(work, pins.cellOf[v]!);
  const kinds = links.kindsOf[v]!;
  const had = pins.unitsOf[v]!;
  for (let i = 0; i < had.length; i++) letGo(pins.held[kinds[i]!]![had[i]!]!, v);
  pins.beginAt[v] = begin;
  pins.cellOf[v] = cell;
  pins.unitsOf[v] = units;
  for (let i = 0; i < units.length; i++)
    hold(pins.held[kinds[i]!]![units[i]!]!, { v, ...workSpan(work, v, begin) });
}

/** Whether the visits meant are pinned as they were when the iteration began. */
export function isPinnedAsBefore({ changes, beginAt }: Pins, isMeant: (v: number) => boolean): boolean {
  for (let i = changes.length - 1; i >= 0; i--) {
    const { v, begin } = changes[i]!;
    // Only a visit's first change tells how it was.
    if (begin === beginAt[v] || !isMeant(v)) continue;
    let k = i - 1;
    while (k >= 0 && changes[k]!.v !== v) k--;
    if (k < 0) return false;
  }
  return true;
}

export function forgetPinChanges(work: Board): void {
  work.pins.changes.length = 0;
}

/** Undoes this iteration's changes, the last first. */
export function takePinsBack(work: Board): void {
  const { changes } = work.pins;
  for (let i = changes.length - 1; i >= 0; i--) {
    const { v, begin, cell, units } = changes[i]!;
    set(work, v, cell, begin, units);
    if (begin < NEVER) writePin(work, v, cell, begin);
  }
  changes.length = 0;
}
