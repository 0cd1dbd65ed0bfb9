export interface Point {
  readonly id: string;
  readonly x: number;
  readonly y: number;
}

/** The points that no other beats on both axes, less being better, from left to right. */
export function unbeaten(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const out: Point[] = [];
  let lowest = Number.POSITIVE_INFINITY;
  for (const p of sorted) {
    if (p.y >= lowest) continue;
    out.push(p);
    lowest = p.y;
  }
  return out;
}
