import { useState } from 'react';
import type { Parts } from '@/core/index';
import { OBJECTIVES, type Objective } from '@/core/index';
import { OBJECTIVE_WORDS, priceText, totalOf } from '../../messages/figures';
import css from './Compare.module.css';
import { Mark, type MarkKind } from './marks';
import { unbeaten } from './pareto';

interface Shown {
  readonly id: string;
  readonly name: string;
  readonly parts: Parts;
  /** Of those that are compared, the mark they have everywhere on the page. */
  readonly mark: MarkKind | null;
}

type Axis = Objective | 'total';
const AXES: readonly Axis[] = ['total', ...OBJECTIVES];
const nameOf = (axis: Axis): string => (axis === 'total' ? 'Price of all' : OBJECTIVE_WORDS[axis].name);
const figureOf = (axis: Axis, parts: Parts): number =>
  axis === 'total' ? totalOf(parts) : parts[axis].amount;
const textOf = (axis: Axis, value: number): string =>
  axis === 'total' ? priceText(value) : OBJECTIVE_WORDS[axis].amount(value);

const W = 330;
const H = 200;
const PAD = { left: 12, right: 56, top: 14, bottom: 24 };

/** What one measure costs in another, over all drafts of the extent; those that nothing beats are joined. */
export function TradeOff({ plans }: { readonly plans: readonly Shown[] }) {
  const [x, setX] = useState<Axis>('travelTime');
  const [y, setY] = useState<Axis>('unplanned');
  const points = plans.map((p) => ({ id: p.id, x: figureOf(x, p.parts), y: figureOf(y, p.parts) }));
  const span = (values: readonly number[]): [number, number] => {
    const [low, high] = [Math.min(...values), Math.max(...values)];
    return high > low ? [low, high] : [low - 1, high + 1];
  };
  const [x0, x1] = span(points.map((p) => p.x));
  const [y0, y1] = span(points.map((p) => p.y));
  const px = (v: number): number => PAD.left + 10 + ((v - x0) / (x1 - x0)) * (W - PAD.left - PAD.right - 10);
  const py = (v: number): number =>
    H - PAD.bottom - 10 - ((v - y0) / (y1 - y0)) * (H - PAD.top - PAD.bottom - 10);
  const best = unbeaten(points);
  const shown = new Map(plans.map((p) => [p.id, p]));
  return (
    <figure className={css.figure}>
      <figcaption>
        <AxisSelect label="Across" value={x} onChange={setX} /> against{' '}
        <AxisSelect label="Up" value={y} onChange={setY} />
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`${nameOf(x)} against ${nameOf(y)} of ${plans.length} plans`}
      >
        <path d={`M${PAD.left} ${PAD.top} V${H - PAD.bottom} H${W - PAD.right}`} className={css.axis} />
        <text x={PAD.left} y={H - 6} className={css.small}>
          {textOf(x, x0)}
        </text>
        <text x={W - PAD.right} y={H - 6} textAnchor="end" className={css.small}>
          {textOf(x, x1)}
        </text>
        {best.length > 1 && (
          <polyline points={best.map((p) => `${px(p.x)},${py(p.y)}`).join(' ')} className={css.front} />
        )}
        {points.map((p) => {
          const plan = shown.get(p.id)!;
          const said = `${plan.name}: ${nameOf(x)} ${textOf(x, p.x)}, ${nameOf(y)} ${textOf(y, p.y)}`;
          return (
            <g key={p.id}>
              {plan.mark ? (
                <Mark kind={plan.mark} x={px(p.x)} y={py(p.y)} title={said} />
              ) : (
                <circle cx={px(p.x)} cy={py(p.y)} r={3} className={css.dot}>
                  <title>{said}</title>
                </circle>
              )}
              {plan.mark && (
                <text x={px(p.x) + 9} y={py(p.y) + 4} className={css.label}>
                  {plan.id === 'live' ? 'Live' : plan.name.split(',')[0]}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <p className="quiet">Less is better on both. Joined: plans that no other beats on both.</p>
    </figure>
  );
}

function AxisSelect({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: Axis;
  readonly onChange: (axis: Axis) => void;
}) {
  return (
    <select aria-label={label} value={value} onChange={(e) => onChange(e.target.value as Axis)}>
      {AXES.map((a) => (
        <option key={a} value={a}>
          {nameOf(a)}
        </option>
      ))}
    </select>
  );
}
