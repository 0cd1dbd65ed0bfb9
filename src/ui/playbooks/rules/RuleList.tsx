import { Menu } from '@mantine/core';
import { PRESETS, withPreset } from '@/contract/playbooks/presets';
import { type PlaybookRules, RULE_IDS, type RuleId } from '@/contract/playbooks/rules';
import { PRESET_WORDS, RULE_NAMES } from '../../messages/playbooks/words';
import { FilterWord } from '../../shared/filters/FilterWord';
import { MinutesPlain } from '../../shared/words/plain-words';
import css from '../PlaybookPage.module.css';
import type { PlaybookDraft } from '../use-playbook';
import { AttributeRules } from './AttributeRules';
import { type Removal, RuleLine } from './RuleLine';
import { RULE_SPECS, type SentenceProps } from './sentences';

interface Props {
  readonly draft: PlaybookDraft;
  readonly removalOf: (steps: readonly string[]) => Removal | null;
  readonly doubtsOf: (path: string) => readonly string[];
  readonly mayChange: boolean;
}

/** Who may: every rule as a sentence. */
export function RuleList({ draft, removalOf, doubtsOf, mayChange }: Props) {
  const { rules } = draft.content;
  const setRules = (to: (rules: PlaybookRules) => PlaybookRules): void =>
    draft.change((c) => ({ ...c, rules: to(c.rules) }));
  const set = <I extends RuleId>(id: I, change: Partial<PlaybookRules[I]>): void =>
    setRules((r) => ({ ...r, [id]: { ...r[id], ...change } }));
  const problemOf = (path: string): string | null =>
    draft.problems.find((p) => p.path.startsWith(path))?.message ?? null;
  return (
    <>
      <ul className={css.rules}>
        {RULE_IDS.map((id) => (
          <Line
            key={id}
            id={id}
            rules={rules}
            set={(change) => set(id, change as never)}
            removalOf={removalOf}
            doubts={doubtsOf(`rules.${id}`)}
            problem={problemOf(`rules.${id}.`)}
            mayChange={mayChange}
          />
        ))}
        <AttributeRules
          rules={rules.attributes}
          onChange={(attributes) => setRules((r) => ({ ...r, attributes }))}
          removalOf={(id) => removalOf([id])}
          doubtsOf={doubtsOf}
          problemOf={problemOf}
          mayChange={mayChange}
        />
        <RuleLine
          name="Always"
          on={null}
          removal={removalOf(['crew', 'lime:premises'])}
          doubts={[]}
          problem={null}
          mayChange={false}
          note="always"
        >
          Nobody is in two places at once; driving takes its time; work lies in somebody’s hours; several
          people and crews are complete; own premises have their own people
        </RuleLine>
      </ul>
      {mayChange && (
        <Menu position="bottom-start" width={340}>
          <Menu.Target>
            <button type="button" className="link">
              Rest and breaks after a published source …
            </button>
          </Menu.Target>
          <Menu.Dropdown>
            {PRESETS.map((preset) => (
              <Menu.Item key={preset} onClick={() => setRules((r) => withPreset(r, preset))}>
                <b>{PRESET_WORDS[preset].name}</b>
                <div className="quiet" style={{ whiteSpace: 'normal' }}>
                  {PRESET_WORDS[preset].says}
                </div>
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      )}
    </>
  );
}

interface LineProps {
  readonly id: RuleId;
  readonly rules: PlaybookRules;
  readonly set: (change: object) => void;
  readonly removalOf: Props['removalOf'];
  readonly doubts: readonly string[];
  readonly problem: string | null;
  readonly mayChange: boolean;
}

function Line({ id, rules, set, removalOf, doubts, problem, mayChange }: LineProps) {
  const spec = RULE_SPECS[id];
  const rule = rules[id];
  const Sentence = spec.Sentence as (props: SentenceProps<RuleId>) => React.ReactNode;
  return (
    <RuleLine
      name={RULE_NAMES[id]}
      on={rule.on}
      onSwitch={(on) => set({ on })}
      applies={{
        filter: rule.appliesTo,
        of: spec.of,
        everything: spec.everything,
        onChange: (appliesTo) => set({ appliesTo }),
      }}
      removal={spec.steps.length > 0 ? removalOf(spec.steps) : null}
      doubts={doubts}
      problem={problem}
      mayChange={mayChange}
    >
      <Sentence rule={rule as never} set={set} disabled={!mayChange || !rule.on} />
      {id === 'late' && rule.on && <OtherLateness rules={rules} set={set} mayChange={mayChange} />}
    </RuleLine>
  );
}

/** Other limits of lateness for some of the work. */
function OtherLateness({ rules, set, mayChange }: Pick<LineProps, 'rules' | 'set' | 'mayChange'>) {
  const { others } = rules.late;
  const change = (at: number, to: Partial<(typeof others)[number]>): void =>
    set({ others: others.map((o, i) => (i === at ? { ...o, ...to } : o)) });
  return (
    <>
      {others.map((other, i) => (
        <div key={i}>
          but{' '}
          <MinutesPlain
            label={`Late at most, other ${i + 1}`}
            value={other.min}
            max={600}
            onChange={(min) => change(i, { min: min ?? 0 })}
            disabled={!mayChange}
          />{' '}
          where{' '}
          <FilterWord
            label={`Other lateness ${i + 1} applies to`}
            filter={other.appliesTo}
            of={['visit']}
            everything="all visits"
            disabled={!mayChange}
            onChange={(appliesTo) => change(i, { appliesTo: appliesTo as never })}
          />{' '}
          {mayChange && (
            <button
              type="button"
              className="link"
              onClick={() => set({ others: others.filter((_, j) => j !== i) })}
            >
              take out
            </button>
          )}
        </div>
      ))}
      {mayChange && others.length < 10 && (
        <div>
          <button
            type="button"
            className="link"
            onClick={() =>
              set({ others: [...others, { min: 0, appliesTo: { mode: 'all', conditions: [] } }] })
            }
          >
            another limit for some work …
          </button>
        </div>
      )}
    </>
  );
}
