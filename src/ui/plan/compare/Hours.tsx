import type { Compared, ComparedPlan } from '@/contract/plan/compare';
import { durationText } from '../../messages/figures';
import css from './Compare.module.css';
import { MARKS, Mark } from './marks';

const W = 340;
const NAME = 118;
const ROW = 22;
const MOST = 60;

/** Hours by person: a mark for each plan on one line, joined where they differ. */
export function HoursByPerson({
  answer,
  measure,
}: {
  readonly answer: Compared;
  readonly measure: 'workSec' | 'travelSec';
}) {
  const of = (plan: ComparedPlan, id: string): number =>
    plan.people.find((p) => p.personId === id)?.[measure] ?? 0;
  const people = answer.people
    .map((p) => ({ ...p, values: answer.plans.map((plan) => of(plan, p.id)) }))
    .filter((p) => p.values.some((v) => v > 0))
    .sort((a, b) => spread(b.values) - spread(a.values))
    .slice(0, MOST);
  const most = Math.max(1, ...people.flatMap((p) => p.values));
  const x = (v: number): number => NAME + (v / most) * (W - NAME - 16);
  const height = people.length * ROW + 4;
  return (
    <section className={css.scroll} aria-label="By person" tabIndex={0}>
      <svg
        viewBox={`0 0 ${W} ${height}`}
        width={W}
        height={height}
        role="img"
        aria-label={`${measure === 'workSec' ? 'Hours' : 'Driving'} of ${people.length} people in ${answer.plans.length} plans`}
      >
        {people.map((p, i) => {
          const y = i * ROW + ROW / 2;
          const [low, high] = [Math.min(...p.values), Math.max(...p.values)];
          return (
            <g key={p.id}>
              <text x={0} y={y + 4} className={css.label}>
                {p.name}
              </text>
              <line x1={NAME} x2={W - 8} y1={y} y2={y} className={css.rail} />
              <line x1={x(low)} x2={x(high)} y1={y} y2={y} className={css.join} />
              {p.values.map((v, k) => (
                <Mark
                  key={answer.plans[k]!.id}
                  kind={MARKS[k]!}
                  x={x(v)}
                  y={y}
                  title={`${p.name}, ${answer.plans[k]!.name}: ${durationText(v)}`}
                />
              ))}
            </g>
          );
        })}
      </svg>
    </section>
  );
}

function spread(values: readonly number[]): number {
  return Math.max(...values) - Math.min(...values);
}
