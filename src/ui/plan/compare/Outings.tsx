import type { Compared } from '@/contract/plan/compare';
import { durationText } from '../../messages/figures';
import { shortDay } from '../../shared/time';
import css from './Compare.module.css';
import { MARKS, Mark, MarkBeside } from './marks';
import { drivenPerHour } from './measures';

const W = 340;
const H = 200;
const PAD = { left: 34, right: 10, top: 10, bottom: 26 };
const SMALL = 0.62;

/** Driving against work at sites: a mark for each day that somebody is out. The nearer to the ground, the less is on the road. */
export function Outings({ answer }: { readonly answer: Compared }) {
  const all = answer.plans.flatMap((p) => p.outings);
  if (all.length === 0) return <p className="quiet">Nobody is out.</p>;
  const hours = (sec: number): number => Math.max(1, Math.ceil(sec / 3600));
  const mostX = hours(Math.max(...all.map((o) => o.onSiteSec)));
  const mostY = hours(Math.max(...all.map((o) => o.travelSec)));
  const x = (sec: number): number => PAD.left + (sec / 3600 / mostX) * (W - PAD.left - PAD.right);
  const y = (sec: number): number => H - PAD.bottom - (sec / 3600 / mostY) * (H - PAD.top - PAD.bottom);
  const names = new Map(answer.people.map((p) => [p.id, p.name]));
  return (
    <figure className={css.figure}>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`Driving against work at sites, ${all.length} days of people`}
      >
        <path d={`M${PAD.left} ${PAD.top} V${H - PAD.bottom} H${W - PAD.right}`} className={css.axis} />
        <text x={W - PAD.right} y={H - 8} textAnchor="end" className={css.small}>
          {mostX} h at sites
        </text>
        <text x={PAD.left - 4} y={PAD.top + 8} textAnchor="end" className={css.small}>
          {mostY} h
        </text>
        <text x={PAD.left + 5} y={PAD.top + 8} className={css.small}>
          driving
        </text>
        {answer.plans.map((plan, i) =>
          plan.outings.map((o) => (
            <g
              key={`${plan.id} ${o.personId} ${o.date}`}
              transform={`translate(${x(o.onSiteSec)} ${y(o.travelSec)}) scale(${SMALL})`}
              opacity={0.85}
            >
              <Mark
                kind={MARKS[i]!}
                x={0}
                y={0}
                title={`${names.get(o.personId) ?? 'Somebody'}, ${shortDay(o.date)}, ${plan.name}: ${durationText(o.travelSec)} driving, ${durationText(o.onSiteSec)} at sites`}
              />
            </g>
          )),
        )}
      </svg>
      <p className="quiet">
        {answer.plans.map((plan, i) => (
          <span key={plan.id} className={css.share}>
            <MarkBeside kind={MARKS[i]!} />
            {drivenPerHour(plan).toFixed(1)} min on the road for an hour at sites
          </span>
        ))}
      </p>
    </figure>
  );
}
