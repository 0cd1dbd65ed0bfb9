/** A column of a linear model: what one unit of it costs, and the rows it counts for (a row named twice counts twice). */
export interface LinearColumn {
  readonly price: number;
  readonly rows: readonly number[];
}

/** A row: how much of it the columns give, at least and at most. */
export interface LinearRow {
  readonly atLeast: number;
  readonly atMost: number;
}

/** A model of least price that grows by columns and is solved again from where it was. */
export interface LinearModel {
  /** Appends columns; each may be taken between nought and any number of times. */
  add(columns: readonly LinearColumn[]): void;
  /** Optimum with columns taken in parts, and the dual of every row; null when none is found within the seconds. */
  relax(seconds: number): { readonly price: number; readonly duals: ArrayLike<number> } | null;
  /**
   * Numbers of the columns that are cheapest when each is taken whole or not at all, as far as found
   * within the limits; `start` is a choice known to be allowed. Null when nothing cheaper than it was found.
   */
  choose(
    start: readonly number[],
    limits: { readonly seconds: number; readonly nodes: number },
  ): readonly number[] | null;
  /** Frees what the model holds; it must not be used afterwards. */
  dispose(): void;
}

/** Makes an empty model of these rows. */
export type CreateLinearModel = (rows: readonly LinearRow[]) => LinearModel;
