import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import type { ValueOf } from '@/contract/registry';
import type { ObjectValue } from '@/contract/shared/object';
import { errorText } from '../../messages/errors';
import { dayText } from '../../shared/time';
import { useDraft, useStored } from '../draft/use-draft';
import { Effect } from '../side/Effect';
import { useTried } from '../side/use-tried';
import { readHours } from './day-hours';
import type { WeekPerson } from './stretch';

type Exceptions = ValueOf<'technicians'>['exceptions'];
type What = 'off' | 'hours' | 'usual';

interface Props {
  readonly person: WeekPerson;
  readonly dates: readonly string[];
  readonly mayChange: boolean;
  readonly onDone: () => void;
}

/** What differs on the chosen days, with what it does to the work before it is saved. */
export function TimeOffPanel(props: Props) {
  const { stored, error } = useStored('technicians', props.person.id);
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!stored) return <p className="quiet">Reading …</p>;
  return <Loaded key={stored.version} {...props} stored={stored} />;
}

function Loaded({ person, dates, mayChange, onDone, stored }: Props & { readonly stored: ObjectValue }) {
  const draft = useDraft('technicians', stored, stored);
  const [what, setWhat] = useState<What | null>(null);
  const [reason, setReason] = useState('');
  const [hours, setHours] = useState('8–12');
  const { answer } = useTried(draft, null);
  const span = dates.length === 1 ? dayText(dates[0]!) : `${dayText(dates[0]!)} to ${dayText(dates.at(-1)!)}`;
  const read = readHours(hours);
  const apply = (next: What | null, why: string, typed: string): void => {
    setWhat(next);
    const before = (stored.exceptions ?? []) as Exceptions;
    const rest = before.filter((e) => !dates.includes(e.date));
    const made: Exceptions =
      next === 'off'
        ? dates.map((date) => ({ date, kind: 'off', startMin: 0, endMin: 1440, reason: why }))
        : next === 'hours'
          ? dates.flatMap((date) =>
              (readHours(typed) ?? []).map((h) => ({ date, kind: 'hours' as const, ...h, reason: why })),
            )
          : [];
    draft.set('exceptions', next === null ? before : [...rest, ...made]);
  };
  const leave = (): void => {
    draft.reset();
    onDone();
  };
  const save = async (): Promise<void> => {
    if (!(await draft.save())) return;
    notifications.show({ message: `${person.name}, ${span}: saved.` });
    onDone();
  };
  return (
    <>
      <section>
        <h3>
          {person.name}, {span}
        </h3>
        {mayChange ? (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              void save();
            }}
            style={{ display: 'flex', gap: 8, alignItems: 'end', flexWrap: 'wrap' }}
          >
            <SegmentedControl
              size="xs"
              aria-label="What differs"
              value={what ?? ''}
              onChange={(v) => apply(v as What, reason, hours)}
              data={[
                { value: 'off', label: 'Off' },
                { value: 'hours', label: 'Works instead' },
                { value: 'usual', label: 'As usual' },
              ]}
            />
            {what === 'hours' && (
              <TextInput
                size="xs"
                label="Hours"
                w={140}
                value={hours}
                error={read === null ? 'as in 8–12, 13–17' : null}
                onChange={(e) => {
                  setHours(e.currentTarget.value);
                  apply('hours', reason, e.currentTarget.value);
                }}
              />
            )}
            {what !== null && what !== 'usual' && (
              <TextInput
                size="xs"
                label="Reason"
                w={180}
                value={reason}
                onChange={(e) => {
                  setReason(e.currentTarget.value);
                  apply(what, e.currentTarget.value, hours);
                }}
              />
            )}
            <Button
              type="submit"
              size="xs"
              disabled={draft.changed.length === 0 || (what === 'hours' && read === null)}
              loading={draft.isSaving}
            >
              Save
            </Button>
            <button type="button" className="link" onClick={leave}>
              leave it
            </button>
          </form>
        ) : (
          <p className="quiet">You may look at it only.</p>
        )}
        {draft.failure ? <p className="bad">{errorText(draft.failure)}</p> : null}
      </section>
      {draft.changed.length > 0 && answer?.effect && (
        <section data-effect="true">
          <h3>What it would do</h3>
          <Effect effect={answer.effect} />
        </section>
      )}
    </>
  );
}
