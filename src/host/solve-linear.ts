import loadHighs from 'highs';
import type { LinearModel, SolveLinear } from '@/core/engine/index';

/** Terms a line: the reader of the format does not like endless ones. */
const TERMS = 12;

function sum(terms: readonly string[]): string {
  const lines: string[] = [];
  for (let i = 0; i < terms.length; i += TERMS) lines.push(terms.slice(i, i + TERMS).join(' + '));
  return lines.join('\n + ');
}

/** The model in the LP file format. */
function lpText({ columns, rows }: LinearModel): string {
  const terms: string[][] = rows.map(() => []);
  for (const [c, column] of columns.entries()) {
    const times = new Map<number, number>();
    for (const row of column.rows) times.set(row, (times.get(row) ?? 0) + 1);
    for (const [row, count] of times) terms[row]!.push(count === 1 ? `x${c}` : `${count} x${c}`);
  }
  const lines = rows.flatMap(({ sense, count }, r) =>
    terms[r]!.length === 0 ? [] : [`r${r}: ${sum(terms[r]!)} ${sense === 'at-least' ? '>=' : '<='} ${count}`],
  );
  const price = sum(columns.map((column, c) => `${column.price} x${c}`));
  return `Minimize\nobj: ${price}\nSubject To\n${lines.join('\n')}\nEnd\n`;
}

/** A solver of linear models by HiGHS, loaded once; each model is then solved at once. */
export async function createLinearSolver(): Promise<SolveLinear> {
  const highs = await loadHighs();
  return (model, seconds) => {
    const solved = highs.solve(lpText(model), { output_flag: false, time_limit: seconds });
    if (solved.Status !== 'Optimal') return null;
    const duals = new Array<number>(model.rows.length).fill(0);
    for (const row of solved.Rows) {
      if (!('Dual' in row)) continue;
      const number = Number(/^r(\d+)$/.exec(row.Name)?.[1]);
      if (Number.isInteger(number)) duals[number] = Number(row.Dual);
    }
    return { price: solved.ObjectiveValue, duals };
  };
}
