import { Button, NativeSelect, Slider, Switch } from '@mantine/core';
import type { PlanView } from '@/contract/plan/plan-view';
import { clock } from '../../shared/time';
import css from './MapView.module.css';

interface Props {
  readonly view: PlanView;
  readonly isLasso: boolean;
  readonly onLasso: () => void;
  readonly marked: ReadonlySet<string>;
  readonly onMark: (marked: ReadonlySet<string>) => void;
  /** A run over what is marked, small or composed; absent where nobody may run. */
  readonly onRun?: ((isSmall: boolean) => void) | undefined;
  readonly followed: string | null;
  readonly onFollow: (personId: string | null) => void;
  readonly hasSpeeds: boolean;
  readonly onSpeeds: (hasSpeeds: boolean) => void;
  readonly hours: { readonly fromAt: number; readonly toAt: number };
  readonly at: number | null;
  readonly onAt: (at: number | null) => void;
}

const STEP_SEC = 600;
const NONE: ReadonlySet<string> = new Set();

/** What is done with the map: whom to follow, at what time, how fast roads are, and what is caught with a lasso. */
export function MapBar(props: Props) {
  const { view, isLasso, onLasso, marked, onMark, onRun, followed, onFollow } = props;
  const { hasSpeeds, onSpeeds, hours, at, onAt } = props;
  const isDay = view.dates.length === 1;
  return (
    <div className={css.bar}>
      <div className={css.tools}>
        <NativeSelect
          size="xs"
          aria-label="Follow one person"
          data={[
            { value: '', label: 'everybody' },
            ...view.people.map((p) => ({ value: p.id, label: p.name })),
          ]}
          value={followed ?? ''}
          onChange={(e) => onFollow(e.currentTarget.value || null)}
        />
        <Button
          size="compact-xs"
          variant={isLasso ? 'filled' : 'default'}
          aria-pressed={isLasso}
          onClick={onLasso}
        >
          {isLasso ? 'Draw round visits …' : 'Lasso'}
        </Button>
        <Switch
          size="xs"
          label="Speeds"
          checked={hasSpeeds}
          onChange={(e) => onSpeeds(e.currentTarget.checked)}
        />
        {isDay && (
          <Switch
            size="xs"
            label={at === null ? 'At a time' : clock(at, view.zone)}
            checked={at !== null}
            onChange={(e) =>
              onAt(e.currentTarget.checked ? Math.min(hours.toAt, Math.max(hours.fromAt, view.now)) : null)
            }
          />
        )}
      </div>
      {isDay && at !== null && (
        <Slider
          size="sm"
          min={hours.fromAt}
          max={hours.toAt}
          step={STEP_SEC}
          value={at}
          onChange={onAt}
          label={(value) => clock(value, view.zone)}
          thumbLabel="Time of the day shown"
        />
      )}
      {marked.size > 0 && (
        <div className={css.tools}>
          <b>{marked.size} marked</b>
          {onRun && (
            <>
              <Button size="compact-xs" onClick={() => onRun(true)}>
                Small run
              </Button>
              <Button size="compact-xs" variant="default" onClick={() => onRun(false)}>
                Run …
              </Button>
            </>
          )}
          <Button size="compact-xs" variant="default" onClick={() => onMark(NONE)}>
            None
          </Button>
        </div>
      )}
    </div>
  );
}
