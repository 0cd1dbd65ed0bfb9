import { CloseButton, TextInput } from '@mantine/core';
import type { AttributeRuleSettings, PlaybookRules } from '@/contract/playbooks/rules';
import { MATCHES } from '@/core/index';
import { MATCH_WORDS } from '../../messages/playbooks/words';
import { OpenWord } from '../../shared/words/OpenWord';
import { ChoicePlain } from '../../shared/words/plain-words';
import css from '../PlaybookPage.module.css';
import { type Removal, RuleLine } from './RuleLine';

interface Props {
  readonly rules: PlaybookRules['attributes'];
  readonly onChange: (rules: PlaybookRules['attributes']) => void;
  readonly removalOf: (id: string) => Removal | null;
  readonly doubtsOf: (path: string) => readonly string[];
  readonly problemOf: (path: string) => string | null;
  readonly mayChange: boolean;
}

/** "This attribute of the person = / ≥ / contains that one of the work": rules of one's own. */
export function AttributeRules({ rules, onChange, removalOf, doubtsOf, problemOf, mayChange }: Props) {
  const set = (at: number, change: Partial<AttributeRuleSettings>): void =>
    onChange(rules.map((r, i) => (i === at ? { ...r, ...change } : r)));
  const add = (): void => {
    const taken = new Set(rules.map((r) => r.id));
    let n = rules.length + 1;
    while (taken.has(`rule-${n}`)) n++;
    const rule: AttributeRuleSettings = {
      id: `rule-${n}`,
      on: true,
      personKey: 'name',
      match: 'equals',
      visitKey: 'name',
      appliesTo: { mode: 'all', conditions: [] },
    };
    onChange([...rules, rule]);
  };
  return (
    <>
      {rules.map((rule, i) => (
        <RuleLine
          key={rule.id}
          name={`Attribute rule ${rule.id}`}
          on={rule.on}
          onSwitch={(on) => set(i, { on })}
          applies={{
            filter: rule.appliesTo,
            of: ['visit', 'person'],
            everything: 'all visits that ask for it',
            onChange: (appliesTo) => set(i, { appliesTo }),
          }}
          removal={removalOf(rule.id)}
          doubts={doubtsOf(`rules.attributes.${i}`)}
          problem={problemOf(`rules.attributes.${i}`)}
          mayChange={mayChange}
        >
          <KeyWord
            label="Attribute of the person"
            value={rule.personKey}
            disabled={!mayChange}
            onChange={(personKey) => set(i, { personKey })}
          />{' '}
          of the person{' '}
          <ChoicePlain
            label="How they compare"
            value={rule.match}
            options={MATCHES.map((value) => ({ value, text: MATCH_WORDS[value] }))}
            onChange={(match) => set(i, { match })}
            disabled={!mayChange}
          />{' '}
          <KeyWord
            label="Attribute of the work"
            value={rule.visitKey}
            disabled={!mayChange}
            onChange={(visitKey) => set(i, { visitKey })}
          />{' '}
          of the work
          {mayChange && (
            <CloseButton
              size="xs"
              style={{ display: 'inline-flex', verticalAlign: 'middle', marginLeft: 6 }}
              aria-label={`Take attribute rule ${rule.id} out`}
              onClick={() => onChange(rules.filter((_, j) => j !== i))}
            />
          )}
        </RuleLine>
      ))}
      {mayChange && rules.length < 50 && (
        <li className={css.add}>
          <button type="button" className="link" onClick={add}>
            Add a rule on attributes …
          </button>
        </li>
      )}
    </>
  );
}

function KeyWord({
  label,
  value,
  disabled,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly disabled: boolean;
  readonly onChange: (value: string) => void;
}) {
  return (
    <OpenWord label={label} text={value} empty="which attribute?" disabled={disabled}>
      {() => (
        <TextInput
          label={label}
          value={value}
          onChange={(e) => onChange(e.currentTarget.value)}
          error={value.length === 0 || value.length > 40 ? '1 to 40 letters' : null}
          data-autofocus
        />
      )}
    </OpenWord>
  );
}
