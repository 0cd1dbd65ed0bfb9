import { NumberInput } from '@mantine/core';
import { OpenWord } from '../../shared/words/OpenWord';
import css from '../PlaybookPage.module.css';
import type { PlaybookDraft } from '../use-playbook';
import { priceLines } from './lines';

const said = (x: number): string =>
  x >= 100
    ? Math.round(x).toLocaleString('en')
    : x >= 10
      ? x.toFixed(0)
      : x >= 1
        ? x.toFixed(1)
        : x.toFixed(2);

/**
 * What one unit of a price weighs in all others. Each amount can be said anew: "one missed window weighs as much as
 * 2 h of overtime" sets the price of the missed window.
 */
export function Equals({
  draft,
  chosen,
  mayChange,
}: {
  readonly draft: PlaybookDraft;
  readonly chosen: string;
  readonly mayChange: boolean;
}) {
  const lines = priceLines(draft.content);
  const line = lines.find((l) => l.id === chosen) ?? lines[0]!;
  const others = lines.filter((l) => l.id !== line.id && l.amount > 0);
  const unit = line.unit === 'each' ? 'One' : line.unit.replace(/^an? /, '1 ');
  return (
    <section className={css.equals} aria-label={`What ${line.name} weighs`}>
      <h3>
        {unit} {line.unit === 'each' ? '' : 'of '}
        {line.name.toLowerCase()}, at {line.amount.toFixed(2)}, weighs as much as
      </h3>
      {line.amount === 0 && <p className="quiet">Nothing: nobody minds.</p>}
      <ul>
        {others.map((o) => (
          <li key={o.id}>
            <OpenWord
              label={`Weight of ${line.name} in ${o.many}`}
              text={`${said(line.amount / o.amount)} ${o.many}`}
              empty="nothing"
              disabled={!mayChange}
              width={280}
            >
              {() => (
                <NumberInput
                  label={`${line.name}, ${line.unit}, weighs as many ${o.many}`}
                  description={`at ${o.amount.toFixed(2)} ${o.unit}`}
                  defaultValue={Math.round((line.amount / o.amount) * 1000) / 1000}
                  min={0}
                  decimalScale={3}
                  clampBehavior="none"
                  onChange={(v) => {
                    if (v !== '')
                      draft.change((c) => line.set(c, Math.round(Number(v) * o.amount * 100) / 100));
                  }}
                  data-autofocus
                />
              )}
            </OpenWord>
          </li>
        ))}
      </ul>
    </section>
  );
}
