'use client';

import { useComputedColorScheme } from '@mantine/core';
import Chart from 'react-apexcharts';
import type { ProgressPoint } from '@/contract/runs/run';
import { OBJECTIVES } from '@/core/index';
import { OBJECTIVE_WORDS, priceText } from '../messages/figures';
import { secondsAxis } from './seconds-axis';

const TONES = [
  '#4d7c0f',
  '#84a83c',
  '#7b1d5d',
  '#b5679b',
  '#d08fbd',
  '#8f5a08',
  '#c99a3f',
  '#5b6b74',
  '#93a3a8',
  '#3a4a3f',
];

interface Group {
  readonly name: string;
  /** Measures of it, by their place in a point's prices. */
  readonly ixs: readonly number[];
}

/** Measures that cost something, in their order; where they are more than the colours, the smallest stand together. */
function groupsOf(points: readonly ProgressPoint[]): Group[] {
  const most = (i: number): number => Math.max(0, ...points.map((p) => p.prices[i] ?? 0));
  const costly = OBJECTIVES.flatMap((o, i) => (most(i) > 0 ? [{ o, i, most: most(i) }] : []));
  const least = [...costly].sort((a, b) => a.most - b.most);
  const small = new Set(least.slice(0, Math.max(0, costly.length - TONES.length + 1)).map((c) => c.i));
  const alone = costly.filter(({ i }) => small.size < 2 || !small.has(i));
  const groups: Group[] = alone.map(({ o, i }) => ({ name: OBJECTIVE_WORDS[o].name, ixs: [i] }));
  return small.size < 2 ? groups : [...groups, { name: 'All else', ixs: [...small] }];
}

/** Best price over time, stacked by objective. */
export default function PriceChart({ points }: { readonly points: readonly ProgressPoint[] }) {
  const scheme = useComputedColorScheme('light');
  const { max, ticks } = secondsAxis(points.at(-1)?.second ?? 0);
  const groups = groupsOf(points);
  const series = groups.map(({ name, ixs }) => ({
    name,
    data: points.map((p) => ({
      x: Math.round(p.second * 10) / 10,
      y: ixs.reduce((sum, i) => sum + (p.prices[i] ?? 0), 0) / 1_000_000,
    })),
  }));
  return (
    <figure
      style={{ margin: '8px 0' }}
      aria-label={`Best price over time, from ${priceText(points[0]?.price ?? 0)} to ${priceText(points.at(-1)?.price ?? 0)}`}
    >
      <Chart
        type="area"
        height={320}
        series={series}
        options={{
          chart: {
            stacked: true,
            animations: { enabled: false },
            toolbar: { show: false },
            zoom: { enabled: false },
            fontFamily: 'Archivo Variable, sans-serif',
            background: 'transparent',
          },
          theme: { mode: scheme },
          colors: groups.map((_, at) => TONES[at]!),
          dataLabels: { enabled: false },
          stroke: { width: 1, curve: 'stepline' },
          fill: { type: 'solid', opacity: 0.75 },
          xaxis: {
            type: 'numeric',
            title: { text: 'seconds', style: { fontWeight: 400 } },
            labels: { formatter: (v: string) => String(Math.round(Number(v) * 10) / 10) },
            min: 0,
            max,
            tickAmount: ticks,
          },
          yaxis: {
            title: { text: 'price', style: { fontWeight: 400 } },
            labels: { formatter: (v: number) => Math.round(v).toLocaleString('en') },
          },
          legend: { position: 'right', fontSize: '12px' },
          grid: { borderColor: scheme === 'dark' ? '#344039' : '#dedbc9' },
          tooltip: { x: { formatter: (v: number) => `${v} s` } },
        }}
      />
    </figure>
  );
}
