import loadHighs, { type Highs, type Model } from 'highs';
import type { CreateLinearModel, LinearColumn, LinearModel, LinearRow } from '@/core/engine/index';
import { warmUp } from './warm-up';

function columnsOf(highs: Highs, rows: number, columns: readonly LinearColumn[]) {
  const starts = new Int32Array(columns.length + 1);
  const indices: number[] = [];
  const values: number[] = [];
  for (const [c, column] of columns.entries()) {
    const times = new Map<number, number>();
    for (const row of column.rows) times.set(row, (times.get(row) ?? 0) + 1);
    for (const [row, count] of times) {
      indices.push(row);
      values.push(count);
    }
    starts[c + 1] = indices.length;
  }
  return {
    cost: Float64Array.from(columns, (column) => column.price),
    lower: new Float64Array(columns.length),
    upper: new Float64Array(columns.length).fill(highs.infinity),
    matrix: {
      format: 'csc' as const,
      numRows: rows,
      numCols: columns.length,
      starts,
      indices: Int32Array.from(indices),
      values: Float64Array.from(values),
    },
  };
}

function emptyModel(highs: Highs, rows: readonly LinearRow[]): Model {
  const bound = (value: number): number =>
    Number.isFinite(value) ? value : Math.sign(value) * highs.infinity;
  const model = highs.createModel({
    numCols: 0,
    numRows: rows.length,
    colCost: new Float64Array(0),
    colLower: new Float64Array(0),
    colUpper: new Float64Array(0),
    rowLower: Float64Array.from(rows, (row) => bound(row.atLeast)),
    rowUpper: Float64Array.from(rows, (row) => bound(row.atMost)),
    matrix: columnsOf(highs, rows.length, []).matrix,
  });
  model.options.set({ output_flag: false });
  return model;
}

/** Numbers of HiGHS for its methods. */
const STRATEGY = { dual: 1, primal: 4 } as const;

let ready: Promise<CreateLinearModel> | null = null;

/** Linear models by HiGHS, loaded and warmed once a process; a model keeps its basis from one solution to the next. */
export function createLinearModels(): Promise<CreateLinearModel> {
  ready ??= loadHighs().then((highs) => {
    const create = modelsBy(highs);
    warmUp(create);
    return create;
  });
  return ready;
}

function modelsBy(highs: Highs): CreateLinearModel {
  const { optimal } = highs.constants.modelStatus;
  return (rows) => {
    const model = emptyModel(highs, rows);
    // After new columns the last solution still is one, after a new limit its duals are: that tells the method.
    let method: 'primal' | 'dual' = 'dual';
    const run = (seconds: number): void => {
      model.zeroAllClocks();
      model.options.set({ time_limit: Math.max(0.01, seconds) });
      model.run();
    };
    const linear: LinearModel = {
      add: (columns) => {
        if (columns.length === 0) return;
        model.addCols(columnsOf(highs, rows.length, columns));
        method = 'primal';
      },
      reprice: (column, price) => {
        model.changeColCost(column, price);
        method = 'primal';
      },
      atLeast: (column, amount) => {
        model.changeColBounds(column, amount, highs.infinity);
        method = 'dual';
      },
      relax: (seconds) => {
        model.options.set({ simplex_strategy: STRATEGY[method] });
        run(seconds);
        if (model.getModelStatus() !== optimal) return null;
        const { colValue, rowDual } = model.getSolution();
        return { price: model.getObjectiveValue(), amounts: colValue, duals: rowDual };
      },
      choose: (seconds, from) => {
        const integer = new Int32Array(from.length).fill(highs.constants.variableType.integer);
        model.changeColsIntegrality({ kind: 'range', from: 0, to: from.length - 1 }, integer);
        model.options.set({ mip_rel_gap: 0 });
        model.setSolution({ colValue: from });
        run(seconds);
        const price = model.getObjectiveValue();
        if (!Number.isFinite(price)) return null;
        const { colValue } = model.getSolution();
        return { price, amounts: colValue, isCheapest: model.getModelStatus() === optimal };
      },
      dispose: () => model.dispose(),
    };
    return linear;
  };
}
