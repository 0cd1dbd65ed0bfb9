import Link from 'next/link';
import { useState } from 'react';
import type { TriedPlaybook } from '@/contract/playbooks/answers';
import { errorText } from '../../messages/errors';
import { changeText, OBJECTIVE_WORDS, priceText, tellingMeasures, totalOf } from '../../messages/figures';
import { stepName } from '../../messages/playbooks/words';
import { RULE_WORDS } from '../../messages/rules';
import { dayText } from '../../shared/time';
import css from '../PlaybookPage.module.css';

interface Props {
  readonly answer: TriedPlaybook | null;
  readonly error: unknown;
  readonly isAsking: boolean;
  readonly isChanged: boolean;
}

/** What it does: pairs that are left, visits with nobody, and the plan scored anew. */
export function Effect({ answer, error, isAsking, isChanged }: Props) {
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!answer) return <p className="quiet">Trying it on the plan …</p>;
  return (
    <div aria-busy={isAsking} className={isAsking ? css.asking : ''}>
      <p className="quiet" role="status">
        {answer.visits} visits × {answer.people} people, as the rules and prices stand now
      </p>
      <Funnel answer={answer} />
      <Nobody answer={answer} />
      <Broken answer={answer} />
      <Score answer={answer} isChanged={isChanged} />
    </div>
  );
}

function Funnel({ answer }: { readonly answer: TriedPlaybook }) {
  const all = answer.people * answer.visits;
  let left = all;
  const rows = [
    { key: 'all', name: 'Everybody', left: all, removed: 0, alone: 0 },
    ...answer.steps
      .filter((s) => s.removed > 0 || s.alone > 0)
      .map((s) => {
        left -= s.removed;
        return {
          key: `${s.step}${s.ruleId ?? ''}`,
          name: stepName(s.step, s.ruleId),
          left,
          removed: s.removed,
          alone: s.alone,
        };
      }),
  ];
  return (
    <ol className={css.funnel} aria-label="Pairs of person and visit left after each rule">
      {rows.map((r) => (
        <li
          key={r.key}
          title={r.key === 'all' ? undefined : `takes ${r.removed}; alone in the way of ${r.alone}`}
        >
          <span>{r.name}</span>
          <span className={css.funnelBar} aria-hidden="true">
            <span style={{ width: `${all > 0 ? (r.left / all) * 100 : 0}%` }} />
          </span>
          <span className="number">{r.left.toLocaleString('en')}</span>
        </li>
      ))}
    </ol>
  );
}

const FEW = 4;

function useMore(count: number): { readonly most: number; readonly more: React.ReactNode } {
  const [isOpen, setOpen] = useState(false);
  return {
    most: isOpen ? count : FEW,
    more:
      count > FEW ? (
        <button type="button" className="link" onClick={() => setOpen((o) => !o)}>
          {isOpen ? 'fewer' : `${count - FEW} more`}
        </button>
      ) : null,
  };
}

function Nobody({ answer }: { readonly answer: TriedPlaybook }) {
  const { count, first } = answer.nobody;
  const { most, more } = useMore(first.length);
  return (
    <section>
      <h3 className={count > 0 ? 'bad' : ''}>
        {count === 0
          ? 'Every visit has somebody'
          : count === 1
            ? '1 visit has nobody left'
            : `${count} visits have nobody left`}
      </h3>
      <ul className={css.named}>
        {first.slice(0, most).map((v) => (
          <li key={v.id}>
            <Link href={`/plan?selected=${encodeURIComponent(`visit:${v.id}`)}`} className={css.visit}>
              <b>{v.label}</b> {v.what}
            </Link>
            <div className="quiet">
              {[...v.removed]
                .sort((a, b) => b.people - a.people)
                .slice(0, 3)
                .map((r) => `${stepName(r.step, r.ruleId)} ${r.people}`)
                .join(' · ')}
            </div>
          </li>
        ))}
      </ul>
      {more}
    </section>
  );
}

function Broken({ answer }: { readonly answer: TriedPlaybook }) {
  const { count, first } = answer.broken;
  const { most, more } = useMore(first.length);
  if (count === 0) return null;
  return (
    <section>
      <h3 className="bad">
        {count === 1 ? '1 planned visit breaks a rule then' : `${count} planned visits break a rule then`}
      </h3>
      <ul className={css.named}>
        {first.slice(0, most).map((v) => (
          <li key={v.id}>
            <b>{v.label}</b> {v.what}
            <div className="quiet">
              {v.rule === 'not-working' ? 'Nobody works then' : RULE_WORDS[v.rule]} · {v.person}
              {v.date ? `, ${dayText(v.date)}` : ''}
            </div>
          </li>
        ))}
      </ul>
      {more}
    </section>
  );
}

function Score({ answer, isChanged }: { readonly answer: TriedPlaybook; readonly isChanged: boolean }) {
  const [was, is] = [totalOf(answer.before), totalOf(answer.parts)];
  const measures = tellingMeasures(answer.before, answer.parts).filter(
    (o) => answer.before[o].price !== 0 || answer.parts[o].price !== 0,
  );
  return (
    <section>
      <h3>{answer.planName}, scored by it</h3>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Measure</th>
            <th scope="col" className="number">
              amount
            </th>
            <th scope="col" className="number">
              price
            </th>
            {isChanged && (
              <th scope="col" className="number">
                change
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {measures.map((o) => (
            <tr key={o}>
              <td>{OBJECTIVE_WORDS[o].name}</td>
              <td className="number">{OBJECTIVE_WORDS[o].amount(answer.parts[o].amount)}</td>
              <td className="number">{priceText(answer.parts[o].price)}</td>
              {isChanged && <Change change={answer.parts[o].price - answer.before[o].price} />}
            </tr>
          ))}
          <tr>
            <td>
              <b>All</b>
            </td>
            <td />
            <td className="number">
              <b>{priceText(is)}</b>
            </td>
            {isChanged && <Change change={is - was} />}
          </tr>
        </tbody>
      </table>
      {isChanged && (
        <p className="quiet">
          The plan is the same; it is only priced otherwise. A run shows what would become of it.
        </p>
      )}
    </section>
  );
}

function Change({ change }: { readonly change: number }) {
  const tone = change === 0 ? 'quiet' : change < 0 ? 'good' : 'bad';
  return <td className={`number ${tone}`}>{changeText(change, priceText)}</td>;
}
