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
  /** Changes what a unit of a column costs. */
  reprice(column: number, price: number): void;
  /** At least so much of a column must be taken. */
  atLeast(column: number, amount: number): void;
  /** Optimum with columns taken in parts, how much of each is taken, and the dual of every row; null when none is found within the seconds. */
  relax(seconds: number): {
    readonly price: number;
    readonly amounts: ArrayLike<number>;
    readonly duals: ArrayLike<number>;
  } | null;
  /**
   * The cheapest way to take columns whole that is found within the seconds, beginning with the given
   * amounts, and whether there is none cheaper; null when none is found. The model is of no use afterwards.
   */
  choose(
    seconds: number,
    from: Float64Array,
  ): { readonly price: number; readonly amounts: ArrayLike<number>; readonly isCheapest: boolean } | null;
  /** Frees what the model holds; it must not be used afterwards. */
  dispose(): void;
}

/** Makes an empty model of these rows. */
export type CreateLinearModel = (rows: readonly LinearRow[]) => LinearModel;
