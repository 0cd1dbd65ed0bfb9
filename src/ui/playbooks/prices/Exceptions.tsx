import { ActionIcon, NumberInput, Select } from '@mantine/core';
import { IconChevronUp, IconX } from '@tabler/icons-react';
import { PERSON_PRICES, type PriceException } from '@/contract/playbooks/prices';
import { OWN_PRICES } from '@/contract/set-up/own-prices';
import { exceptionName } from '../../messages/playbooks/difference';
import { PRICE_NAMES } from '../../messages/playbooks/words';
import { FilterWord } from '../../shared/filters/FilterWord';
import css from '../PlaybookPage.module.css';
import type { PlaybookDraft } from '../use-playbook';

type Priced = PriceException['price'];
const isOfPeople = (price: Priced): boolean => (PERSON_PRICES as readonly string[]).includes(price);
const CHOICES = [...OWN_PRICES, ...PERSON_PRICES].map((value) => ({
  value,
  label: value === 'looseEnd' ? 'Loose end' : PRICE_NAMES[value].name,
}));

/** Prices for some of the work, or some of the people, in place of the list's; the first that fits holds. */
export function Exceptions({
  draft,
  doubtsOf,
  mayChange,
}: {
  readonly draft: PlaybookDraft;
  readonly doubtsOf: (path: string) => readonly string[];
  readonly mayChange: boolean;
}) {
  const { exceptions } = draft.content;
  const set = (next: readonly PriceException[]): void =>
    draft.change((c) => ({ ...c, exceptions: [...next] }));
  const change = (at: number, to: object): void =>
    set(exceptions.map((e, i) => (i === at ? ({ ...e, ...to } as PriceException) : e)));
  const add = (price: Priced): void =>
    set([...exceptions, { price, appliesTo: { mode: 'all', conditions: [] }, amount: 0 } as PriceException]);
  const up = (at: number): void =>
    set(exceptions.map((e, i) => (i === at - 1 ? exceptions[at]! : i === at ? exceptions[at - 1]! : e)));
  return (
    <section className={css.exceptions} aria-label="Prices of their own">
      <h3>Prices of their own</h3>
      <p className="quiet">
        For some of the work or the people, in place of the list; of several the first holds.
      </p>
      <ul>
        {exceptions.map((e, i) => (
          <li key={i}>
            <span>{exceptionName(e)}</span>
            <NumberInput
              variant="unstyled"
              hideControls
              aria-label={`Price ${i + 1} of its own, ${exceptionName(e)}`}
              value={e.amount}
              decimalScale={4}
              min={0}
              clampBehavior="none"
              readOnly={!mayChange}
              onChange={(v) => {
                if (v !== '' && Number(v) !== e.amount) change(i, { amount: Number(v) });
              }}
              classNames={{ input: css.amount ?? '' }}
              // Large enough to be hit with a finger (WCAG 2.2, 2.5.8).
              styles={{ input: { height: 24, minHeight: 24 } }}
            />
            <span>
              where{' '}
              <FilterWord
                label={`Price ${i + 1} of its own applies to`}
                filter={e.appliesTo}
                of={[isOfPeople(e.price) ? 'person' : 'visit']}
                everything={isOfPeople(e.price) ? 'all people' : 'all visits'}
                disabled={!mayChange}
                onChange={(appliesTo) => change(i, { appliesTo })}
              />
              {doubtsOf(`exceptions.${i}`).map((d) => (
                <p key={d} className={css.doubt}>
                  {d}
                </p>
              ))}
            </span>
            {mayChange && (
              <span className={css.tools}>
                <ActionIcon
                  size="sm"
                  variant="subtle"
                  color="gray"
                  aria-label={`Price ${i + 1} goes first`}
                  disabled={i === 0}
                  onClick={() => up(i)}
                >
                  <IconChevronUp size={14} />
                </ActionIcon>
                <ActionIcon
                  size="sm"
                  variant="subtle"
                  color="gray"
                  aria-label={`Take price ${i + 1} out`}
                  onClick={() => set(exceptions.filter((_, j) => j !== i))}
                >
                  <IconX size={14} />
                </ActionIcon>
              </span>
            )}
          </li>
        ))}
      </ul>
      {mayChange && exceptions.length < 100 && (
        <Select
          size="xs"
          w={220}
          aria-label="Add a price of its own"
          placeholder="Add a price of its own …"
          data={CHOICES}
          value={null}
          onChange={(price) => price && add(price as Priced)}
        />
      )}
    </section>
  );
}
