import type { PlanView } from '@/contract/plan/plan-view';
import type { Objective } from '@/core/index';
import { currencyText } from '../messages/counting';
import { changeText, OBJECTIVE_WORDS, priceText, totalOf } from '../messages/figures';
import css from './Scoreline.module.css';

/** Measures with a cell of their own; the rest are behind the price. */
const SHOWN: readonly Objective[] = [
  'travelTime',
  'travelDistance',
  'overtime',
  'missedWindows',
  'lateness',
  'unplanned',
  'daysWaited',
  'favoured',
];

interface Props {
  readonly view: PlanView;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
}

/** The plan's figures, with the change against the live plan. A cell opens what is behind it. */
export function Scoreline({ view, selected, onSelect }: Props) {
  const { parts, baseline } = view;
  return (
    <section className={css.strip} aria-label={baseline ? 'Scoreline, against the live plan' : 'Scoreline'}>
      <Cell
        name={`Price, ${currencyText()}`}
        figure={priceText(totalOf(parts))}
        change={baseline ? totalOf(parts) - totalOf(baseline) : null}
        text={priceText}
        isOpen={selected === 'measure:price'}
        onOpen={() => onSelect('measure:price')}
      />
      {SHOWN.map((o) => {
        const { name, amount } = OBJECTIVE_WORDS[o];
        const change = baseline ? parts[o].amount - baseline[o].amount : null;
        return (
          <Cell
            key={o}
            name={name}
            figure={amount(parts[o].amount)}
            change={change}
            text={amount}
            isOpen={selected === `measure:${o}`}
            onOpen={() => onSelect(`measure:${o}`)}
          />
        );
      })}
      <Cell
        name="Rules broken"
        figure={String(view.violations.length)}
        change={null}
        text={String}
        isOpen={selected === 'measure:rules'}
        onOpen={() => onSelect('measure:rules')}
      />
    </section>
  );
}

interface CellProps {
  readonly name: string;
  readonly figure: string;
  readonly change: number | null;
  readonly text: (value: number) => string;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}

/** Every measure is a cost, so less is better. */
function Cell({ name, figure, change, text, isOpen, onOpen }: CellProps) {
  const tone = change === null || change === 0 ? css.same : change < 0 ? css.better : css.worse;
  return (
    <button type="button" className={css.cell} data-open={isOpen} onClick={onOpen}>
      <span className={css.name}>{name}</span>
      <span className={css.figure}>{figure}</span>
      {change !== null && (
        <span className={tone}>
          {change < 0 ? '▾ ' : change > 0 ? '▴ ' : ''}
          {changeText(change, text)}
        </span>
      )}
    </button>
  );
}
