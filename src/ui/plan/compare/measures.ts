import type { Compared, ComparedPlan } from '@/contract/plan/compare';
import type { Objective } from '@/core/index';
import { durationText, OBJECTIVE_WORDS, priceText, tellingMeasures, totalOf } from '../../messages/figures';

/** A line of the comparison: one figure of every plan. */
export interface CompareLine {
  readonly id: string;
  readonly name: string;
  readonly value: (plan: ComparedPlan) => number;
  readonly text: (value: number) => string;
  /** Whether less or more is better; neither is marked where it is null. */
  readonly better: 'less' | 'more' | null;
  /** What it opens on the plan; null for what is no sum of visits. */
  readonly opens: Objective | 'price' | 'rules' | 'chance' | null;
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;

function measureLine(o: Objective): CompareLine {
  const { name, amount } = OBJECTIVE_WORDS[o];
  return { id: o, name, value: (p) => p.parts[o].amount, text: amount, better: 'less', opens: o };
}

export function compareLines({ plans, playbook }: Compared): CompareLine[] {
  const measures = tellingMeasures(...plans.map((p) => p.parts)).map(measureLine);
  const hasChance = plans.some((p) => p.chance !== null);
  return [
    {
      id: 'price',
      name: `Price, by ${playbook.name}`,
      value: (p) => totalOf(p.parts),
      text: priceText,
      better: 'less',
      opens: 'price',
    },
    ...measures,
    ...(hasChance
      ? [
          {
            id: 'chance',
            name: 'Chance of a window kept',
            value: (p: ComparedPlan) => p.chance?.mean ?? 0,
            text: percent,
            better: 'more' as const,
            opens: 'chance' as const,
          },
        ]
      : []),
    {
      id: 'driving-visit',
      name: 'Driving a visit',
      value: (p) => (p.visits > 0 ? p.parts.travelTime.amount / p.visits : 0),
      text: durationText,
      better: 'less',
      opens: null,
    },
    {
      id: 'visits-day',
      name: 'Visits a day and person',
      value: (p) => (p.days > 0 ? p.visits / p.days : 0),
      text: (v) => v.toFixed(1),
      better: 'more',
      opens: null,
    },
    {
      id: 'rules',
      name: 'Rules broken',
      value: (p) => p.violations,
      text: String,
      better: 'less',
      opens: 'rules',
    },
  ];
}

/** The plans that are best in a line; none where all are alike. */
export function bestOf(line: CompareLine, plans: readonly ComparedPlan[]): ReadonlySet<string> {
  if (line.better === null) return new Set();
  const values = plans.map(line.value);
  const best = line.better === 'less' ? Math.min(...values) : Math.max(...values);
  if (values.every((v) => v === best)) return new Set();
  return new Set(plans.filter((p) => line.value(p) === best).map((p) => p.id));
}

/** Minutes of driving for each hour at sites. */
export function drivenPerHour({ outings }: Pick<ComparedPlan, 'outings'>): number {
  const onSiteSec = outings.reduce((sum, o) => sum + o.onSiteSec, 0);
  return onSiteSec === 0 ? 0 : (outings.reduce((sum, o) => sum + o.travelSec, 0) / onSiteSec) * 60;
}
