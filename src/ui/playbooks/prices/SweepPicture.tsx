import { priceText } from '../../messages/figures';
import css from '../PlaybookPage.module.css';

/** What came of one amount of a price. */
export interface Step {
  readonly amount: number;
  /** The measure that is priced, over the seeds, with the lowest and highest. */
  readonly buys: number;
  readonly low: number;
  readonly high: number;
  /** What all other measures cost together by the prices that hold, micros. */
  readonly costs: number;
}

interface Props {
  readonly steps: readonly Step[];
  readonly now: number;
  readonly knee: number | null;
  readonly name: string;
  readonly text: (amount: number) => string;
  readonly onTake: ((amount: number) => void) | null;
}

const W = 360;
const H = 130;
const PAD = 10;

/** The measure falls, and what it costs elsewhere rises; on a scale where each step is as many times the last. */
export function SweepPicture({ steps, now, knee, name, text, onTake }: Props) {
  const [low, high] = [steps[0]!.amount, steps.at(-1)!.amount];
  const x = (amount: number): number =>
    PAD + (Math.log(Math.max(amount, 1e-6) / low) / Math.log(high / low)) * (W - 2 * PAD);
  const scale = (values: readonly number[]) => {
    const [a, b] = [Math.min(...values), Math.max(...values)];
    return (v: number): number => H - PAD - 14 - (b > a ? (v - a) / (b - a) : 0.5) * (H - 2 * PAD - 20);
  };
  const yBuys = scale(steps.flatMap((s) => [s.low, s.high]));
  const yCosts = scale(steps.map((s) => s.costs));
  const line = (y: (s: Step) => number): string => steps.map((s) => `${x(s.amount)},${y(s)}`).join(' ');
  const best = knee === null ? null : steps[knee]!;
  return (
    <figure className={css.picture}>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`${name} at ${steps.length} prices from ${low} to ${high}`}
      >
        {now >= low && now <= high && (
          <line x1={x(now)} x2={x(now)} y1={PAD} y2={H - PAD - 8} className={css.now} />
        )}
        <polyline points={line((s) => yBuys(s.buys))} className={css.buys} />
        <polyline points={line((s) => yCosts(s.costs))} className={css.costs} />
        {steps.map((s, i) => (
          <g key={s.amount}>
            <line
              x1={x(s.amount)}
              x2={x(s.amount)}
              y1={yBuys(s.low)}
              y2={yBuys(s.high)}
              className={css.spread}
            />
            <circle
              cx={x(s.amount)}
              cy={yBuys(s.buys)}
              r={i === knee ? 5 : 3}
              className={i === knee ? css.knee : css.point}
            >
              <title>{`at ${s.amount.toFixed(2)}: ${text(s.buys)}, the rest costs ${priceText(s.costs)}`}</title>
            </circle>
          </g>
        ))}
        <text x={PAD} y={H - 2} className={css.small}>
          {low.toFixed(2)}
        </text>
        <text x={W - PAD} y={H - 2} textAnchor="end" className={css.small}>
          {high.toFixed(2)}
        </text>
      </svg>
      <figcaption className="quiet">
        Solid: {name.toLowerCase()}, with its spread over the seeds. Dashed: what all else costs. Line: now.
      </figcaption>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col" className="number">
              at
            </th>
            <th scope="col" className="number">
              {name}
            </th>
            <th scope="col" className="number">
              the rest costs
            </th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {steps.map((s) => (
            <tr key={s.amount}>
              <td className="number">{s.amount.toFixed(2)}</td>
              <td className="number">
                {text(s.buys)}
                {text(s.high) !== text(s.low) && (
                  <span className="quiet">
                    {' '}
                    {text(s.low)}–{text(s.high)}
                  </span>
                )}
              </td>
              <td className="number">{priceText(s.costs)}</td>
              <td>
                {onTake && (
                  <button type="button" className="link" onClick={() => onTake(s.amount)}>
                    take it
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={css.says}>
        {best
          ? `It bends at ${best.amount.toFixed(2)}: beyond, each step buys less ${name.toLowerCase()} than before for what it costs.`
          : 'It bends nowhere in this range: no price stands out.'}
      </p>
    </figure>
  );
}
