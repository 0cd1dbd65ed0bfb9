import css from './Scoreline.module.css';

const W = 34;
const H = 12;

/** How something ran over the last runs; nothing where there are fewer than two. */
export function Trend({ values }: { readonly values: readonly number[] }) {
  if (values.length < 2) return null;
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const y = (v: number): number => H - 2 - (high > low ? (v - low) / (high - low) : 0.5) * (H - 4);
  const x = (i: number): number => 1 + (i / (values.length - 1)) * (W - 4);
  return (
    <svg className={css.trend} width={W} height={H} viewBox={`0 0 ${W} ${H}`} aria-hidden="true">
      <polyline points={values.map((v, i) => `${x(i)},${y(v)}`).join(' ')} />
      <circle cx={x(values.length - 1)} cy={y(values.at(-1)!)} r={1.8} />
    </svg>
  );
}
