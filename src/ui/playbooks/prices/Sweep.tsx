import { Button, Group, NumberInput, Select } from '@mantine/core';
import { useState } from 'react';
import { priceAt } from '@/contract/playbooks/price-at';
import type { Extent } from '@/contract/runs/run';
import type { TriedPrice } from '@/contract/runs/studies';
import { kneeOf } from '@/core/index';
import { OBJECTIVE_WORDS, priceText, totalOf } from '../../messages/figures';
import { StudyState } from '../../shared/studies/StudyState';
import { useStudy } from '../../shared/studies/use-study';
import type { PlaybookDraft } from '../use-playbook';
import { type PriceLine, priceLines } from './lines';
import { type Step, SweepPicture } from './SweepPicture';

interface Props {
  readonly draft: PlaybookDraft;
  readonly chosen: string;
  readonly extent: Extent | null;
  readonly mayChange: boolean;
}

const STEPS = 6;

/** Amounts from low to high, each as many times the one before. */
function spread(low: number, high: number): number[] {
  if (!(low > 0 && high > low)) return [];
  return Array.from(
    { length: STEPS },
    (_, i) => Math.round(low * (high / low) ** (i / (STEPS - 1)) * 100) / 100,
  );
}

function mean(values: readonly number[]): number {
  return values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
}

/** What was found at each amount: the measure itself, and what all others cost together, over the seeds. */
function stepsOf(tried: readonly TriedPrice[], line: PriceLine): Step[] {
  const { measure } = line;
  if (measure === null && !line.id.startsWith('looseEnd')) return [];
  const of = measure ?? 'unplanned';
  const amounts = [...new Set(tried.map((t) => t.amount))].sort((a, b) => a - b);
  return amounts.map((amount) => {
    const own = tried.filter((t) => t.amount === amount);
    const buys = own.map((t) => t.parts[of].amount);
    const costs = own.map((t) => totalOf(t.parts) - t.parts[of].price);
    return {
      amount,
      buys: mean(buys),
      costs: mean(costs),
      low: Math.min(...buys),
      high: Math.max(...buys),
    };
  });
}

/** If a price were more or less: short runs in the background, what it buys and what it costs. */
export function Sweep({ draft, chosen, extent, mayChange }: Props) {
  const lines = priceLines(draft.content);
  const line = lines.find((l) => l.id === chosen) ?? lines[0]!;
  const now = priceAt(draft.content, line.id) ?? 0;
  const study = useStudy();
  const [range, setRange] = useState<{ for: string; low: number | string; high: number | string } | null>(
    null,
  );
  const [other, setOther] = useState<string | null>(null);
  const [askedWith, setAskedWith] = useState('');
  const own =
    range?.for === line.id
      ? range
      : { for: line.id, low: round(Math.max(0.01, now / 4)), high: round(Math.max(0.04, now * 3)) };
  const amounts = spread(Number(own.low), Number(own.high));
  const asked = study.view;
  const tried = asked?.found.tried ?? [];
  const isGrid = asked?.kind === 'grid';
  const steps = isGrid ? [] : stepsOf(tried, line);
  const knee = kneeOf(steps.map((s) => ({ x: s.buys, y: s.costs })));
  const ask = (): void => {
    if (!extent) return;
    const common = { content: draft.content, extent, path: line.id };
    if (other === null) study.ask({ kind: 'sweep', ...common, amounts });
    else {
      const at = priceAt(draft.content, other) ?? 0;
      setAskedWith(lines.find((l) => l.id === other)?.name ?? '');
      study.ask({
        kind: 'grid',
        ...common,
        amounts: amounts.filter((_, i) => i % 2 === 0),
        otherPath: other,
        otherAmounts: [at / 2, at, at * 2].map(round),
        seeds: 1,
      });
    }
  };
  const words = OBJECTIVE_WORDS[line.measure ?? 'unplanned'];
  return (
    <section aria-label="If the price were another">
      <h3>If {line.name.toLowerCase()} cost more or less</h3>
      <Group gap={8} align="end">
        <NumberInput
          size="xs"
          w={90}
          label="From"
          value={own.low}
          onChange={(low) => setRange({ ...own, low })}
          min={0}
          clampBehavior="none"
          decimalScale={2}
        />
        <NumberInput
          size="xs"
          w={90}
          label="To"
          value={own.high}
          onChange={(high) => setRange({ ...own, high })}
          min={0}
          clampBehavior="none"
          decimalScale={2}
        />
        <Select
          size="xs"
          w={170}
          label="And another price"
          placeholder="none"
          clearable
          data={lines
            .filter((l) => l.id !== line.id && l.amount > 0)
            .map((l) => ({ value: l.id, label: l.name }))}
          value={other}
          onChange={setOther}
        />
        <Button
          size="xs"
          variant="default"
          disabled={amounts.length < 2 || !extent || study.isWorking || !mayChange}
          onClick={ask}
        >
          Try short runs
        </Button>
      </Group>
      <StudyState study={study} what={isGrid ? 'Trying pairs of prices' : 'Trying prices'} />
      {steps.length > 1 && (
        <SweepPicture
          steps={steps}
          now={now}
          knee={knee}
          name={words.name}
          text={words.amount}
          onTake={mayChange ? (amount) => draft.change((c) => line.set(c, amount)) : null}
        />
      )}
      {isGrid && tried.length > 0 && (
        <Grid tried={tried} text={words.amount} line={line} otherName={askedWith} />
      )}
    </section>
  );
}

const round = (x: number): number => Math.round(x * 100) / 100;

/** Two prices at once: the measure, and what all others cost, in each pair. */
function Grid({
  tried,
  text,
  line,
  otherName,
}: {
  readonly tried: readonly TriedPrice[];
  readonly text: (v: number) => string;
  readonly line: PriceLine;
  readonly otherName: string;
}) {
  const amounts = [...new Set(tried.map((t) => t.amount))].sort((a, b) => a - b);
  const others = [...new Set(tried.map((t) => t.otherAmount ?? 0))].sort((a, b) => a - b);
  const of = line.measure ?? 'unplanned';
  return (
    <table className="figures">
      <thead>
        <tr>
          <th scope="col">{line.name}</th>
          {others.map((o) => (
            <th key={o} scope="col" className="number">
              {otherName} at {o.toFixed(2)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {amounts.map((a) => (
          <tr key={a}>
            <th scope="row">{a.toFixed(2)}</th>
            {others.map((o) => {
              const found = tried.find((t) => t.amount === a && t.otherAmount === o);
              return (
                <td key={o} className="number">
                  {found ? text(found.parts[of].amount) : '…'}
                  {found && <div className="quiet">{priceText(totalOf(found.parts))} in all</div>}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
