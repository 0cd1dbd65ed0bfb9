import Link from 'next/link';
import { useState } from 'react';
import type { EffectView } from '@/contract/set-up/answers/effect';
import { brokenText, type EffectLine, effectLines } from '../../messages/effect';
import { dayText } from '../../shared/time';
import { useCompany } from '../use-company';
import css from './Side.module.css';

interface Props {
  readonly effect: EffectView;
}

/** What a change would do to the work, each line open down to the visits. */
export function Effect({ effect }: Props) {
  const { currency } = useCompany();
  const lines = effectLines(effect, currency);
  if (lines.length === 0)
    return (
      <p className="quiet">
        Nothing in the work of the next 14 days: no visit becomes possible or impossible by it.
      </p>
    );
  return (
    <ul className={css.lines}>
      {lines.map((line) => (
        <Line key={line.text} line={line} broken={effect.broken.first} />
      ))}
    </ul>
  );
}

function Line({
  line,
  broken,
}: {
  readonly line: EffectLine;
  readonly broken: EffectView['broken']['first'];
}) {
  const [opened, setOpened] = useState(false);
  const why = new Map(broken.map((b) => [b.id, b]));
  return (
    <li data-tone={line.tone}>
      {line.text}
      {line.list.length > 0 && (
        <>
          {' '}
          <button type="button" className="link" aria-expanded={opened} onClick={() => setOpened((o) => !o)}>
            {opened ? 'hide them' : 'show them'}
          </button>
        </>
      )}
      {opened && (
        <ul className={css.visits}>
          {line.list.map((v) => {
            const rule = line.tone === 'bad' ? why.get(v.id) : undefined;
            return (
              <li key={v.id}>
                <Link href={`/plan?selected=visit:${encodeURIComponent(v.id)}`}>{v.label}</Link> {v.what}
                {rule && (
                  <span className="quiet">
                    {' '}
                    · {brokenText(rule.rule)}, {rule.person}, {dayText(rule.date)}
                  </span>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </li>
  );
}
