import type { Routes } from './routes';

/** A route's sequence put aside while other sequences are tried in its place. */
export interface KeptRow {
  readonly visits: Int32Array;
  restore(): void;
}

export function copyRow(routes: Routes, s: number): KeptRow {
  const row = routes.rowOf[s]!;
  const n = routes.count[s]!;
  const visits = routes.visitAt.slice(row + 1, row + n + 1);
  return {
    visits,
    restore: () => {
      routes.visitAt.set(visits, row + 1);
      routes.count[s] = n;
    },
  };
}

/** Lays down the kept sequence with v after position p. */
export function insertInto(routes: Routes, v: number, s: number, p: number, kept: KeptRow): void {
  const row = routes.rowOf[s]!;
  const { visits } = kept;
  routes.visitAt.set(visits.subarray(0, p), row + 1);
  routes.visitAt[row + p + 1] = v;
  routes.visitAt.set(visits.subarray(p), row + p + 2);
  routes.count[s] = visits.length + 1;
}
