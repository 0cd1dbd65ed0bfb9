import type { ToldView } from '@/contract/set-up/answers/effect';
import { clock } from '../../shared/time';
import css from './Side.module.css';

const WIDTH = 290;
const HOUR = 3600;

/** The day as the optimizer is told it: the ground that may be used, own time and overtime beside it, breaks as gaps. */
export function ToldCord({ told }: { readonly told: ToldView }) {
  const [first] = told.shifts;
  const last = told.shifts.at(-1);
  if (!first || !last) return null;
  const from = first.startAt - Math.max(first.allowanceBeforeMin, 0) * 60 - HOUR;
  const to = last.endAt + Math.max(last.allowanceAfterMin, last.overtimeMin) * 60 + HOUR;
  const x = (at: number): number => ((at - from) / (to - from)) * WIDTH;
  const hours = Array.from(
    { length: Math.ceil((to - from) / HOUR) + 1 },
    (_, i) => Math.ceil(from / HOUR) * HOUR + i * HOUR,
  ).filter((at) => at <= to && (to - from < 14 * HOUR ? (at / HOUR) % 2 === 0 : (at / HOUR) % 4 === 0));
  return (
    <svg className={css.cord} viewBox={`0 0 ${WIDTH} 78`} role="img" aria-label="The day as it is told">
      <defs>
        <pattern
          id="told-off"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="6" height="6" fill="var(--shade)" />
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--hair)" strokeWidth="2" />
        </pattern>
      </defs>
      <rect x="0" y="24" width={WIDTH} height="34" fill="url(#told-off)" />
      {told.shifts.map((s) => (
        <g key={s.startAt}>
          <rect x={x(s.startAt)} y="24" width={x(s.endAt) - x(s.startAt)} height="34" fill="var(--paper)" />
          {s.allowanceBeforeMin > 0 && (
            <rect
              x={x(s.startAt - s.allowanceBeforeMin * 60)}
              y="24"
              width={x(s.startAt) - x(s.startAt - s.allowanceBeforeMin * 60)}
              height="34"
              fill="var(--lime-soft)"
            />
          )}
          {s.overtimeMin > 0 && (
            <rect
              x={x(s.endAt)}
              y="24"
              width={x(s.endAt + s.overtimeMin * 60) - x(s.endAt)}
              height="34"
              fill="var(--plum-soft)"
            />
          )}
          {s.allowanceAfterMin > 0 && (
            <rect
              x={x(s.endAt)}
              y="24"
              width={x(s.endAt + s.allowanceAfterMin * 60) - x(s.endAt)}
              height="10"
              fill="var(--lime-soft)"
            />
          )}
          <line
            x1={x(s.startAt - s.allowanceBeforeMin * 60)}
            x2={x(s.endAt)}
            y1="41"
            y2="41"
            stroke="var(--ink)"
            strokeWidth="2"
          />
          {s.breaks.map((b) => {
            const [l, r] = [x(b.fromAt), Math.max(x(b.toAt), x(b.fromAt) + 2)];
            return (
              <g key={b.fromAt}>
                <path d={`M${l} 20 v-5 H${r} v5`} fill="none" stroke="var(--ink)" strokeWidth="1.2" />
                <text x={(l + r) / 2} y="10" textAnchor="middle">
                  break starts
                </text>
              </g>
            );
          })}
        </g>
      ))}
      {hours.map((at) => (
        <text key={at} x={Math.min(WIDTH - 8, Math.max(8, x(at)))} y="73" textAnchor="middle">
          {clock(at, told.zone).slice(0, 2)}
        </text>
      ))}
    </svg>
  );
}
