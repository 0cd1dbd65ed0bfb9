import { Button, Menu } from '@mantine/core';
import type { WindowOffered, WindowsAnswer } from '@/contract/work/call';
import type { Objective } from '@/core/index';
import { changeText, durationText, OBJECTIVE_WORDS, priceText } from '../../messages/figures';
import { clock, dayText, momentText } from '../../shared/time';
import css from './Call.module.css';

interface Props {
  readonly answer: WindowsAnswer;
  readonly window: WindowOffered;
  readonly isBusy: boolean;
  readonly isRebooking: boolean;
  /** The clock of whoever calls, where it is not that of the site. */
  readonly callerZone: string | null;
  readonly onPromise: () => void;
  readonly onOthers: (personIds: readonly string[]) => void;
}

const MOST_MEASURES = 5;

/** The window that is held: who would come about when, what moves for it, and what that costs. */
export function Chosen({ answer, window: w, isBusy, isRebooking, callerZone, onPromise, onOthers }: Props) {
  const { zone } = answer;
  const others = [
    ...new Map(
      answer.windows
        .flatMap((x) => x.people)
        .filter((p) => !w.people.some((own) => own.id === p.id))
        .map((p) => [p.id, p.name]),
    ),
  ];
  const ownZone = callerZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const measures = Object.entries(w.change)
    .filter(([, part]) => part.price !== 0)
    .sort(([, a], [, b]) => Math.abs(b.price) - Math.abs(a.price))
    .slice(0, MOST_MEASURES);
  return (
    <div className={css.chosen} role="status">
      <div>
        <h3>
          {dayText(w.date)}, {clock(w.startAt, zone)}–{clock(w.endAt, zone)}
        </h3>
        <p>
          Would be {w.people.map((p) => p.name).join(' and ')} about {clock(w.aboutAt, zone)}
          {w.premises && `, at ${w.premises}`}.{' '}
          {w.pushed.length === 0
            ? 'Nobody else moves.'
            : `Later for it, inside of what was promised: ${w.pushed
                .slice(0, 3)
                .map((p) => `${p.label} to ${clock(p.startAt, zone)}`)
                .join(', ')}${w.pushed.length > 3 ? ` and ${w.pushed.length - 3} more` : ''}.`}{' '}
          {durationText(w.slackSec)} to spare
          {w.chance !== null && (
            <>
              ; kept in <b>{Math.round(w.chance * 100)} of 100</b> played days
            </>
          )}
          .{w.isAfterAgreed && <span className="bad"> Later than was agreed.</span>}
          {momentText(w.startAt, ownZone) !== momentText(w.startAt, zone) && (
            <span className="quiet">
              {' '}
              By {callerZone === null ? 'the clock here' : 'their clock'} {momentText(w.startAt, ownZone)}–
              {clock(w.endAt, ownZone)}.
            </span>
          )}
        </p>
        <p className="quiet">
          {priceText(w.price)}:{' '}
          {measures
            .map(
              ([o, part]) => `${OBJECTIVE_WORDS[o as Objective].name} ${changeText(part.price, priceText)}`,
            )
            .join(' · ')}
        </p>
      </div>
      <Button loading={isBusy} onClick={onPromise}>
        {isRebooking ? 'Promise it instead' : 'Promise it'}
      </Button>
      {others.length > 0 && (
        <Menu position="bottom-end">
          <Menu.Target>
            <Button variant="default">Other people</Button>
          </Menu.Target>
          <Menu.Dropdown mah={300} style={{ overflowY: 'auto' }}>
            {others.map(([id, name]) => (
              <Menu.Item key={id} onClick={() => onOthers([id])}>
                {name}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      )}
    </div>
  );
}
