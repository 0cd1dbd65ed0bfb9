import { UnstyledButton } from '@mantine/core';
import type { Filter } from '@/contract/playbooks/filter';
import { FilterWord } from '../../shared/filters/FilterWord';
import css from '../PlaybookPage.module.css';

export interface Removal {
  readonly removed: number;
  readonly alone: number;
}

interface Props {
  readonly name: string;
  /** Null for what always holds. */
  readonly on: boolean | null;
  readonly onSwitch?: (on: boolean) => void;
  readonly applies?: {
    readonly filter: Filter;
    readonly of: readonly ('visit' | 'person')[];
    readonly everything: string;
    readonly onChange: (filter: Filter) => void;
  };
  /** What stands in place of a filter. */
  readonly note?: React.ReactNode;
  readonly removal: Removal | null;
  readonly doubts: readonly string[];
  readonly problem: string | null;
  readonly mayChange: boolean;
  readonly children: React.ReactNode;
}

/** A rule as a sentence, with a switch before it and behind it what it takes away. */
export function RuleLine(props: Props) {
  const { name, on, onSwitch, applies, note, removal, doubts, problem, mayChange, children } = props;
  return (
    <li className={css.rule} data-on={on !== false}>
      {on === null ? (
        <span className={css.always} aria-hidden="true" />
      ) : (
        <UnstyledButton
          className={css.dot}
          role="switch"
          aria-checked={on}
          aria-label={name}
          disabled={!mayChange}
          onClick={() => onSwitch?.(!on)}
        />
      )}
      <div className={css.sentence}>
        <div>{children}</div>
        <div className="quiet">
          {note}
          {applies && (
            <>
              applies to{' '}
              <FilterWord
                label={`What ${name} applies to`}
                filter={applies.filter}
                of={applies.of}
                everything={applies.everything}
                disabled={!mayChange}
                onChange={applies.onChange}
              />
            </>
          )}
        </div>
        {problem && (
          <p className="bad" role="alert">
            {problem}
          </p>
        )}
        {doubts.map((d) => (
          <p key={d} className={css.doubt}>
            {d}
          </p>
        ))}
      </div>
      <div className={css.removed}>
        {on === false ? (
          <span className="quiet">off</span>
        ) : removal ? (
          <span
            title={`${removal.removed} pairs in order; ${removal.alone} for which nothing else is in the way`}
          >
            {removal.removed.toLocaleString('en')}
            {removal.alone > 0 && <small>{removal.alone.toLocaleString('en')} alone</small>}
          </span>
        ) : null}
      </div>
    </li>
  );
}
