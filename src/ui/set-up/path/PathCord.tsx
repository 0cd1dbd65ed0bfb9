import Link from 'next/link';
import type { PathView, Step } from '@/contract/set-up/answers/doubts';
import { stepText } from '../../messages/steps';
import { STEP_PATHS, STEP_WORDS } from '../specs';
import css from './PathPage.module.css';

const GAP = 52;
const TOP = 20;
const X = 26;

interface Props {
  readonly steps: PathView['steps'];
  readonly chosen: Step | null;
  readonly onChoose: (step: Step) => void;
}

/** The steps as one cord from top to bottom: what is doubtful makes it sag, what is missing leaves it open. */
export function PathCord({ steps, chosen, onChoose }: Props) {
  const y = (i: number): number => TOP + i * GAP;
  return (
    <div className={css.cord} style={{ height: TOP + steps.length * GAP }}>
      <svg width="64" height={TOP + steps.length * GAP} aria-hidden="true">
        {steps.slice(0, -1).map((s, i) => {
          const sag = s.doubts > 0 ? 26 : 0;
          return (
            <path
              key={s.step}
              d={`M${X} ${y(i)} C${X + sag} ${y(i) + 14} ${X + sag} ${y(i + 1) - 14} ${X} ${y(i + 1)}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.6"
              strokeDasharray={s.isEmpty ? '2 4' : undefined}
            />
          );
        })}
        {steps.map((s, i) => (
          <circle
            key={s.step}
            cx={X}
            cy={y(i)}
            r="7"
            fill={s.isEmpty ? 'var(--paper)' : s.doubts > 0 ? 'var(--ochre-soft)' : 'var(--lime)'}
            stroke={s.doubts > 0 ? 'var(--ochre)' : 'var(--ink)'}
            strokeWidth="1.5"
          />
        ))}
      </svg>
      <ol>
        {steps.map((s, i) => (
          <li key={s.step} style={{ top: y(i) - 16 }} data-step={s.step}>
            <Link href={STEP_PATHS[s.step]}>{STEP_WORDS[s.step]}</Link>
            <div className="quiet">{stepText(s.step, s.counts)}</div>
            {s.doubts > 0 && (
              <button
                type="button"
                className={css.count}
                aria-pressed={chosen === s.step}
                onClick={() => onChoose(s.step)}
              >
                {s.doubts === 1 ? '1 doubt' : `${s.doubts} doubts`}
              </button>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}
