'use client';

import { Button, SegmentedControl, Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import { type Compared, compared, tradeOff } from '@/contract/plan/compare';
import { draftRow } from '@/contract/plan/plan-view';
import type { Extent } from '@/contract/runs/run';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { dayText } from '../../shared/time';
import css from './Compare.module.css';
import { Differing } from './Differing';
import { HoursByPerson } from './Hours';
import { MARKS, MarkBeside } from './marks';
import { bestOf, compareLines } from './measures';
import { Outings } from './Outings';
import { TradeOff } from './TradeOff';
import { compareCsv, download } from './to-csv';
import { Lateness, Used } from './Used';

const MOST_PLANS = 4;

/** Two to four plans side by side: figures, what costs what, hours, and the visits that differ. */
export function ComparePage() {
  const params = useSearchParams();
  const path = usePathname();
  const router = useRouter();
  const list = (name: string): string[] => (params.get(name) ?? '').split(',').filter((id) => id !== '');
  const extent: Extent = {
    territoryIds: list('territories'),
    firstDate: params.get('from') ?? '',
    lastDate: params.get('to') ?? params.get('from') ?? '',
  };
  const planIds = list('plans').slice(0, MOST_PLANS);
  const body = { planIds, extent };
  const { data, error } = useQuery({
    queryKey: ['compare', body],
    queryFn: ({ signal }) => callApi('/api/plan/compare', compared, { method: 'POST', body, signal }),
    enabled: planIds.length > 0,
  });
  const others = useQuery({
    queryKey: ['compare-others', body],
    queryFn: ({ signal }) => callApi('/api/plan/compare/others', tradeOff, { method: 'POST', body, signal }),
    enabled: data !== undefined,
  });
  const drafts = useQuery({ queryKey: ['drafts'], queryFn: () => callApi('/api/drafts', z.array(draftRow)) });
  const go = (ids: readonly string[]): void => {
    const next = new URLSearchParams(params);
    next.set('plans', ids.join(','));
    router.replace(`${path}?${next.toString()}`);
  };
  if (planIds.length === 0)
    return (
      <div className="page">
        <h1>Compare</h1>
        <p>
          Nothing to compare yet. Choose plans under{' '}
          <Link className="link" href="/plan/drafts">
            Drafts
          </Link>
          .
        </p>
      </div>
    );
  const addable = (drafts.data ?? []).filter((d) => d.status === 'open' && !planIds.includes(d.id));
  return (
    <div className={css.page}>
      <header className={css.head}>
        <h1>Compare</h1>
        <span className="quiet">
          {dayText(extent.firstDate)}
          {extent.lastDate === extent.firstDate ? '' : ` to ${dayText(extent.lastDate)}`}
          {data ? ` · ${data.territories.map((t) => t.name).join(', ')}` : ''}
        </span>
        <span className={css.right}>
          {planIds.length < MOST_PLANS && (
            <Select
              size="xs"
              w={220}
              aria-label="Add a plan"
              placeholder="Add a plan …"
              data={[
                ...(planIds.includes('live') ? [] : [{ value: 'live', label: 'Live plan' }]),
                ...addable.map((d) => ({ value: d.id, label: d.name })),
              ]}
              value={null}
              onChange={(id) => id && go([...planIds, id])}
            />
          )}
          <Button
            size="compact-sm"
            variant="default"
            disabled={!data}
            onClick={() => data && download('comparison.csv', compareCsv(data, zoneOf()), 'text/csv')}
          >
            Take out CSV
          </Button>
          <Button size="compact-sm" variant="default" disabled={!data} onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </header>
      {error && (
        <p className={css.message} role="alert">
          {errorText(error)}
        </p>
      )}
      {!data && !error && <p className={css.message}>Laying the plans side by side …</p>}
      {data && (
        <Sides
          answer={data}
          extent={extent}
          others={others.data ?? []}
          onDrop={(id) => go(planIds.filter((p) => p !== id))}
        />
      )}
    </div>
  );
}

const zoneOf = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

interface SidesProps {
  readonly answer: Compared;
  readonly extent: Extent;
  readonly others: z.infer<typeof tradeOff>;
  readonly onDrop: (planId: string) => void;
}

function Sides({ answer, extent, others, onDrop }: SidesProps) {
  const [hours, setHours] = useState<'workSec' | 'travelSec'>('workSec');
  const [pair, setPair] = useState('1');
  const { plans } = answer;
  const to = Math.min(Number(pair), plans.length - 1);
  const shown = [
    ...plans.map((p, i) => ({ id: p.id, name: p.name, parts: p.parts, mark: MARKS[i]! })),
    ...others.filter((o) => !plans.some((p) => p.id === o.id)).map((o) => ({ ...o, mark: null })),
  ];
  return (
    <div className={css.sides}>
      <section aria-label="Figures">
        <FiguresTable answer={answer} extent={extent} onDrop={onDrop} />
        <p className="quiet">Bold is best. Each figure opens the visits it is made of.</p>
      </section>
      <div className={css.rest}>
        <div className={css.two}>
          <section>
            <h2>What costs what</h2>
            <TradeOff plans={shown} />
          </section>
          <section>
            <h2>
              By person{' '}
              <SegmentedControl
                size="xs"
                aria-label="What of each person"
                data={[
                  { value: 'workSec', label: 'hours' },
                  { value: 'travelSec', label: 'driving' },
                ]}
                value={hours}
                onChange={(v) => setHours(v as typeof hours)}
              />
            </h2>
            <HoursByPerson answer={answer} measure={hours} />
          </section>
        </div>
        <div className={css.two}>
          <section>
            <h2>By day and territory</h2>
            <Used answer={answer} />
            <Lateness answer={answer} />
          </section>
          <section>
            <h2>Driving against work, by person and day</h2>
            <Outings answer={answer} />
          </section>
        </div>
        {plans.length > 1 && (
          <section>
            <h2>
              Where {plans[to]!.name} differs from {plans[0]!.name}{' '}
              <span className="quiet">{answer.differing.length + answer.more} visits, dearest first</span>
            </h2>
            {plans.length > 2 && (
              <SegmentedControl
                size="xs"
                aria-label="Which plan"
                data={plans.slice(1).map((p, i) => ({ value: String(i + 1), label: p.name.split(',')[0]! }))}
                value={String(to)}
                onChange={setPair}
              />
            )}
            <Differing answer={answer} from={0} to={to} zone={zoneOf()} extent={extent} />
          </section>
        )}
      </div>
    </div>
  );
}

function FiguresTable({ answer, extent, onDrop }: Pick<SidesProps, 'answer' | 'extent' | 'onDrop'>) {
  const { plans } = answer;
  const address = (planId: string, opens: string): string => {
    const query = new URLSearchParams({
      plan: planId,
      territories: extent.territoryIds.join(','),
      from: extent.firstDate,
      to: extent.lastDate,
      selected: `measure:${opens}`,
    });
    return `/plan?${query.toString()}`;
  };
  return (
    <table className={`figures ${css.figures}`}>
      <thead>
        <tr>
          <th scope="col">Objective</th>
          {plans.map((p, i) => (
            <th key={p.id} scope="col" className="number">
              <MarkBeside kind={MARKS[i]!} />
              {p.id === 'live' ? 'Live plan' : p.name.split(',')[0]}
              <div className="quiet">{p.playbook}</div>
              {plans.length > 1 && (
                <button
                  type="button"
                  className="link"
                  aria-label={`Take ${p.name} out`}
                  onClick={() => onDrop(p.id)}
                >
                  take out
                </button>
              )}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {compareLines(answer).map((line) => {
          const best = bestOf(line, plans);
          return (
            <tr key={line.id}>
              <th scope="row">{line.name}</th>
              {plans.map((p) => {
                const text = line.text(line.value(p));
                return (
                  <td key={p.id} className={`number ${best.has(p.id) ? css.isBest : ''}`}>
                    {line.opens ? (
                      <Link className={css.plain} href={address(p.id, line.opens)}>
                        {text}
                      </Link>
                    ) : (
                      text
                    )}
                  </td>
                );
              })}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
