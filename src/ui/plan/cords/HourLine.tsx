import { clock } from '../../shared/time';
import { type Axis, hourTicks } from './axis';

/** Now, as a plumb line. */
export function NowLine({
  axis,
  now,
  height,
}: {
  readonly axis: Axis;
  readonly now: number;
  readonly height: number;
}) {
  if (now < axis.fromAt || now > axis.toAt) return null;
  return <line x1={axis.x(now)} x2={axis.x(now)} y1={0} y2={height} stroke="var(--ink)" strokeWidth={1.2} />;
}

/** The hours over the cords, and what time it is. */
export function HourLine({
  axis,
  zone,
  now,
}: {
  readonly axis: Axis;
  readonly zone: string;
  readonly now: number;
}) {
  const ticks = hourTicks(axis).slice(0, -1);
  const step = axis.width / Math.max(1, ticks.length) < 34 ? 2 : 1;
  const isNow = now >= axis.fromAt && now <= axis.toAt;
  return (
    <svg
      width={axis.width}
      height={22}
      role="img"
      aria-label={`Hours in ${zone}`}
      style={{ display: 'block' }}
    >
      {ticks.map((at, i) =>
        i % step === 0 && !(isNow && Math.abs(axis.x(at) - axis.x(now) - 18) < 28) ? (
          <text
            key={at}
            x={axis.x(at)}
            y={15}
            textAnchor={i === 0 ? 'start' : 'middle'}
            fontSize={11.5}
            fill="var(--ink-2)"
          >
            {clock(at, zone).slice(0, 2)}
          </text>
        ) : null,
      )}
      {isNow && (
        <g>
          <circle cx={axis.x(now)} cy={18} r={3.5} fill="var(--ink)" />
          <text x={axis.x(now) + 6} y={20} fontSize={10} fill="var(--ink)">
            {clock(now, zone)}
          </text>
        </g>
      )}
    </svg>
  );
}
