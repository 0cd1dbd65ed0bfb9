import type { ImportProblem, ImportResult, ImportView } from '@/contract/imports/settings';
import { OBJECT_WORDS } from '../../messages/commands';
import { fieldText } from '../../messages/fields';
import { problemText } from '../../messages/problems';
import css from './Data.module.css';

interface Props {
  readonly view: ImportView;
  readonly result: ImportResult;
}

/** What bringing a file in would do: what is wrong by line and column, or what is made and changed. */
export function Preview({ view, result }: Props) {
  if (result.problemCount > 0) return <Problems view={view} result={result} />;
  return (
    <section aria-live="polite">
      <h2>
        {result.made} to make, {result.changed} to change, {result.left} left as they are
      </h2>
      {result.made + result.changed === 0 && (
        <p className="quiet">Everything in it is as it is here already.</p>
      )}
      <table className="figures">
        <tbody>
          {result.first.map((f) => (
            <tr key={`${f.line} ${f.object} ${f.title}`}>
              <td className="quiet">line {f.line}</td>
              <td>{f.what === 'made' ? 'new' : 'changed'}</td>
              <td>
                {OBJECT_WORDS[f.object as keyof typeof OBJECT_WORDS] ?? f.object} <b>{f.title}</b>
              </td>
              <td className="quiet">{f.fields.map(fieldText).join(', ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {result.made + result.changed > result.first.length && (
        <p className="quiet">
          and {(result.made + result.changed - result.first.length).toLocaleString('en')} more
        </p>
      )}
    </section>
  );
}

function saidOf(problem: ImportProblem): string {
  if (problem.code === 'broken') return 'The file could not be worked on. Nothing was changed; try again.';
  if (problem.code === 'not-found') return 'You may not bring this in.';
  return problemText({ path: '', code: problem.code, facts: problem.facts as never }).replace(/^this /, '');
}

function Problems({ result }: Props) {
  return (
    <section aria-live="polite">
      <h2 className="bad">
        {result.problemCount === 1
          ? 'One thing is'
          : `${result.problemCount.toLocaleString('en')} things are`}{' '}
        not right; nothing was changed
      </h2>
      <table className="figures">
        <thead>
          <tr>
            <th>Line</th>
            <th>Column</th>
            <th>Stands there</th>
            <th>What is wrong</th>
          </tr>
        </thead>
        <tbody>
          {result.problems.map((p) => (
            <tr key={`${p.line} ${p.column} ${p.code} ${String(p.facts.path ?? '')}`}>
              <td>{p.line ?? ''}</td>
              <td>{p.column}</td>
              <td className={css.value}>{p.value}</td>
              <td>{saidOf(p)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {result.problemCount > result.problems.length && (
        <p className="quiet">
          and {(result.problemCount - result.problems.length).toLocaleString('en')} more
        </p>
      )}
    </section>
  );
}
