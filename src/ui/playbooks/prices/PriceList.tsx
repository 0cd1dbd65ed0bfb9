import { NumberInput } from '@mantine/core';
import type { Parts } from '@/core/index';
import { OBJECTIVES } from '@/core/index';
import { MinutesPlain, NumberPlain } from '../../shared/words/plain-words';
import css from '../PlaybookPage.module.css';
import type { PlaybookDraft } from '../use-playbook';
import { type PriceLine, priceLines } from './lines';

interface Props {
  readonly draft: PlaybookDraft;
  readonly parts: Parts | null;
  readonly chosen: string;
  readonly onChoose: (id: string) => void;
  readonly doubtsOf: (path: string) => readonly string[];
  readonly mayChange: boolean;
}

/** What is better: one price list, with each price's share of what the plan costs by it. */
export function PriceList({ draft, parts, chosen, onChoose, doubtsOf, mayChange }: Props) {
  const lines = priceLines(draft.content);
  const total = parts ? OBJECTIVES.reduce((sum, o) => sum + parts[o].price, 0) : 0;
  const share = (line: PriceLine): number | null =>
    !parts || line.measure === null || total <= 0 ? null : parts[line.measure].price / total;
  return (
    <table className={`figures ${css.prices}`}>
      <thead>
        <tr>
          <th scope="col">Objective</th>
          <th scope="col">unit</th>
          <th scope="col" className="number">
            price
          </th>
          <th scope="col" className="number" colSpan={2}>
            share
          </th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <PriceRow
            key={line.id}
            line={line}
            share={share(line)}
            isLoose={line.id.startsWith('looseEnd')}
            isChosen={line.id === chosen}
            onChoose={() => onChoose(line.id)}
            onPrice={(amount) => draft.change((c) => line.set(c, amount))}
            problem={draft.problems.find((p) => p.path === line.path)?.message ?? null}
            doubts={doubtsOf(line.path)}
            mayChange={mayChange}
            more={<More line={line} draft={draft} mayChange={mayChange} />}
          />
        ))}
        <tr>
          <td>What people cost</td>
          <td className="quiet" colSpan={2}>
            counts at{' '}
            <NumberPlain
              label="What people cost counts at, percent"
              value={draft.content.prices.payPercent}
              max={1000}
              say={(v) => `${v} %`}
              disabled={!mayChange}
              onChange={(v) => draft.change((c) => ({ ...c, prices: { ...c.prices, payPercent: v ?? 0 } }))}
            />
            {doubtsOf('prices.payPercent').map((d) => (
              <p key={d} className={css.doubt}>
                {d}
              </p>
            ))}
          </td>
          <Share share={parts && total > 0 ? parts.labour.price / total : null} />
        </tr>
      </tbody>
    </table>
  );
}

/** What two of the prices need beside their amount. */
function More({
  line,
  draft,
  mayChange,
}: {
  readonly line: PriceLine;
  readonly draft: PlaybookDraft;
  readonly mayChange: boolean;
}) {
  const { prices } = draft.content;
  const set = (change: Partial<typeof prices>): void =>
    draft.change((c) => ({ ...c, prices: { ...c.prices, ...change } }));
  if (line.id === 'moved')
    return (
      <span className="quiet">
        {' '}
        by more than{' '}
        <MinutesPlain
          label="Moved by more than"
          value={prices.movedMin}
          max={1440}
          disabled={!mayChange}
          onChange={(v) => set({ movedMin: v ?? 0 })}
        />
      </span>
    );
  if (line.id === 'marginMinute')
    return (
      <span className="quiet">
        {' '}
        of{' '}
        <MinutesPlain
          label="Margin wanted"
          value={prices.marginMin}
          max={600}
          disabled={!mayChange}
          onChange={(v) => set({ marginMin: v ?? 0 })}
        />
      </span>
    );
  return null;
}

interface RowProps {
  readonly line: PriceLine;
  readonly share: number | null;
  readonly isLoose: boolean;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly onPrice: (amount: number) => void;
  readonly problem: string | null;
  readonly doubts: readonly string[];
  readonly mayChange: boolean;
  readonly more: React.ReactNode;
}

function PriceRow({ line, share, isChosen, onChoose, onPrice, problem, doubts, mayChange, more }: RowProps) {
  return (
    <tr className={isChosen ? css.chosen : ''}>
      <td>
        <button type="button" className={css.price} aria-pressed={isChosen} onClick={onChoose}>
          {line.name}
        </button>
        {more}
        {doubts.map((d) => (
          <p key={d} className={css.doubt}>
            {d}
          </p>
        ))}
      </td>
      <td className="quiet">{line.unit}</td>
      <td className="number">
        <NumberInput
          variant="unstyled"
          hideControls
          aria-label={`Price of ${line.name}, ${line.unit}`}
          value={line.amount}
          decimalScale={Math.abs(line.amount * 100 - Math.round(line.amount * 100)) > 1e-6 ? 4 : 2}
          fixedDecimalScale
          min={0}
          step={1}
          clampBehavior="none"
          readOnly={!mayChange}
          error={problem !== null}
          title={problem ?? undefined}
          onFocus={onChoose}
          onChange={(v) => {
            if (v !== '' && Number(v) !== line.amount) onPrice(Number(v));
          }}
          classNames={{ input: css.amount ?? '' }}
          // Large enough to be hit with a finger (WCAG 2.2, 2.5.8).
          styles={{ input: { height: 24, minHeight: 24 } }}
        />
      </td>
      <Share share={share} />
    </tr>
  );
}

function Share({ share }: { readonly share: number | null }) {
  if (share === null) return <td colSpan={2} />;
  const percent = Math.round(share * 100);
  return (
    <>
      <td className={css.barCell} aria-hidden="true">
        <div className={css.bar}>
          <div style={{ width: `${Math.min(100, share * 100)}%` }} />
        </div>
      </td>
      <td className="number quiet">{share > 0 && percent === 0 ? '<1' : percent} %</td>
    </>
  );
}
