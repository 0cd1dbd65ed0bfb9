import { Checkbox, Popover, Stack } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import type { PlanView } from '@/contract/plan/plan-view';
import type { ScorelineMore } from '@/contract/plan/scoreline';
import { OBJECTIVES, type Objective } from '@/core/index';
import { currencyText } from '../../messages/counting';
import { changeText, OBJECTIVE_WORDS, priceText, totalOf } from '../../messages/figures';
import { percentText } from '../cords/knot';
import css from './Scoreline.module.css';
import { Trend } from './Trend';
import { useScorelineMore } from './use-scoreline-more';

/** Measures with a cell of their own unless they are hidden; the rest are behind the price. */
const USUAL: readonly Objective[] = [
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
  readonly query: string;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
}

/** The plan's figures, with the change against the live plan and how the last runs came out. A cell opens what is behind it. */
export function Scoreline({ view, query, selected, onSelect }: Props) {
  const { parts, baseline } = view;
  const [shown, setShown] = useLocalStorage<readonly Objective[]>({
    key: 'lime-scoreline',
    defaultValue: USUAL,
  });
  const more = useScorelineMore(query, view.revision);
  const measures = OBJECTIVES.filter((o) => shown.includes(o));
  return (
    <section className={css.strip} aria-label={baseline ? 'Scoreline, against the live plan' : 'Scoreline'}>
      <Cell
        name={`Price, ${currencyText()}`}
        figure={priceText(totalOf(parts))}
        change={baseline ? totalOf(parts) - totalOf(baseline) : null}
        text={priceText}
        trend={trendOf(more, null)}
        isOpen={selected === 'measure:price'}
        onOpen={() => onSelect('measure:price')}
      />
      {measures.map((o) => {
        const { name, amount } = OBJECTIVE_WORDS[o];
        return (
          <Cell
            key={o}
            name={name}
            figure={amount(parts[o].amount)}
            change={baseline ? parts[o].amount - baseline[o].amount : null}
            text={amount}
            trend={trendOf(more, o)}
            isOpen={selected === `measure:${o}`}
            onOpen={() => onSelect(`measure:${o}`)}
          />
        );
      })}
      <ChanceCell
        more={more}
        isOpen={selected === 'measure:chance'}
        onOpen={() => onSelect('measure:chance')}
      />
      <Cell
        name="Rules broken"
        figure={String(view.violations.length)}
        change={null}
        text={String}
        trend={[]}
        isOpen={selected === 'measure:rules'}
        onOpen={() => onSelect('measure:rules')}
      />
      <Chooser shown={shown} onChange={setShown} />
    </section>
  );
}

function trendOf(more: ScorelineMore | undefined, objective: Objective | null): readonly number[] {
  const at = objective === null ? -1 : OBJECTIVES.indexOf(objective);
  return (more?.runs ?? []).map(({ prices }) =>
    at < 0 ? prices.reduce((a, b) => a + b, 0) : (prices[at] ?? 0),
  );
}

/** How likely a promised window is kept, over simulated days; more is better. */
function ChanceCell({
  more,
  isOpen,
  onOpen,
}: {
  readonly more: ScorelineMore | undefined;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}) {
  if (!more || more.chance === null) return null;
  const change =
    more.baseline === null ? null : Math.round(more.chance * 100) - Math.round(more.baseline * 100);
  return (
    <button
      type="button"
      className={css.cell}
      data-open={isOpen}
      onClick={onOpen}
      title="Mean over all promised windows, found by playing the days 200 times"
    >
      <span className={css.name}>Windows kept</span>
      <span className={css.figure}>{percentText(more.chance)}</span>
      {change !== null && (
        <span className={change === 0 ? css.same : change > 0 ? css.better : css.worse}>
          {change === 0 ? '±0' : change > 0 ? `▴ +${change}` : `▾ −${-change}`}
        </span>
      )}
    </button>
  );
}

/** Which figures have a cell. */
function Chooser({
  shown,
  onChange,
}: {
  readonly shown: readonly Objective[];
  readonly onChange: (shown: readonly Objective[]) => void;
}) {
  return (
    <Popover position="top-end" withArrow>
      <Popover.Target>
        <button type="button" className={css.choose} aria-label="Choose figures">
          …
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <Checkbox.Group label="Figures" value={[...shown]} onChange={(v) => onChange(v as Objective[])}>
          <Stack gap={4} mt={6}>
            {OBJECTIVES.map((o) => (
              <Checkbox key={o} value={o} label={OBJECTIVE_WORDS[o].name} size="xs" />
            ))}
          </Stack>
        </Checkbox.Group>
        <button type="button" className="link" onClick={() => onChange(USUAL)}>
          as usual
        </button>
      </Popover.Dropdown>
    </Popover>
  );
}

interface CellProps {
  readonly name: string;
  readonly figure: string;
  readonly change: number | null;
  readonly text: (value: number) => string;
  /** Prices of the last runs, the oldest first. */
  readonly trend: readonly number[];
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}

/** Every measure is a cost, so less is better. */
function Cell({ name, figure, change, text, trend, isOpen, onOpen }: CellProps) {
  const tone = change === null || change === 0 ? css.same : change < 0 ? css.better : css.worse;
  return (
    <button type="button" className={css.cell} data-open={isOpen} onClick={onOpen}>
      <span className={css.name}>{name}</span>
      <span className={css.figure}>
        {figure}
        <Trend values={trend} />
      </span>
      {change !== null && (
        <span className={tone}>
          {change < 0 ? '▾ ' : change > 0 ? '▴ ' : ''}
          {changeText(change, text)}
        </span>
      )}
    </button>
  );
}
