/**
 * A square matrix over places whose cells are worked out when they are first asked for: judging a plan needs
 * the legs that are driven, a handful of places squared. Row-major as any other matrix; whole numbers.
 */
export function matrixOnDemand(
  places: number,
  cellOf: (from: number, to: number) => number,
): ArrayLike<number> {
  const known = new Map<number, number>();
  const length = places * places;
  return new Proxy({ length } as ArrayLike<number>, {
    get: (_target, key) => {
      if (key === 'length') return length;
      const cell = typeof key === 'string' ? Number(key) : Number.NaN;
      if (!(cell >= 0 && cell < length)) return undefined;
      let value = known.get(cell);
      if (value === undefined) {
        const from = Math.floor(cell / places);
        value = cellOf(from, cell - from * places);
        known.set(cell, value);
      }
      return value;
    },
  });
}
