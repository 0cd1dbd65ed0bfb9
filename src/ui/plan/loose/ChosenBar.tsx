import { Button, Group, NativeSelect, NumberInput, Popover, Stack } from '@mantine/core';
import { DateTimePicker } from '@mantine/dates';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { errorText } from '../../messages/errors';
import { changeText, priceText } from '../../messages/figures';
import { localToInstant } from '../../shared/time';
import { gripOff, holdOf } from '../hand/grip';
import type { Hand } from '../hand/use-hand';
import css from './LooseDock.module.css';

interface Props {
  readonly hand: Hand;
  readonly view: PlanView;
  readonly chosen: readonly string[];
  readonly onDone: () => void;
}

/** What can be done with all that is chosen in the table. */
export function ChosenBar({ hand, view, chosen, onDone }: Props) {
  return (
    <div className={css.chosen} role="toolbar" aria-label="With what is chosen">
      <b>{chosen.length} chosen</b>
      <PlaceThese hand={hand} chosen={chosen} onDone={onDone} />
      <QuickEdit hand={hand} view={view} chosen={chosen} onDone={onDone} />
      <Button
        size="compact-xs"
        variant="default"
        onClick={() => void hand.onVisits.duplicate(chosen).then((made) => made && onDone())}
      >
        Duplicate
      </Button>
      <Button
        size="compact-xs"
        variant="default"
        onClick={() =>
          void hand.make(gripOff(holdOf(view, chosen, null)), 'cancel').then((made) => made && onDone())
        }
      >
        Cancel them
      </Button>
      <Button size="compact-xs" variant="default" onClick={onDone}>
        Choose none
      </Button>
    </div>
  );
}

/** Places all that is chosen at their best places, as one change; what it comes to is said before. */
function PlaceThese({ hand, chosen, onDone }: Pick<Props, 'hand' | 'chosen' | 'onDone'>) {
  const { data, error } = useQuery({
    queryKey: ['place-these', hand.board, chosen],
    queryFn: () => hand.placeThese(chosen),
    staleTime: 60_000,
  });
  if (error) return <span className="bad">{errorText(error)}</span>;
  if (!data) return <span className="quiet">Trying every cord …</span>;
  const count = data.grip.visits.length;
  if (count === 0 || !data.outcome) return <span className="quiet">None of them has a place here.</span>;
  return (
    <Button
      size="compact-xs"
      onClick={() => void hand.make(data.grip, 'place').then((made) => made && onDone())}
    >
      Place {data.left.length > 0 ? `${count} of them` : 'these'}: {changeText(data.outcome.price, priceText)}
    </Button>
  );
}

/** Duration, priority and promised window, of all that is chosen at once. */
function QuickEdit({ hand, view, chosen, onDone }: Props) {
  const [isOpen, setOpen] = useState(false);
  const [minutes, setMinutes] = useState<number | string>('');
  const [priority, setPriority] = useState('');
  const [from, setFrom] = useState<string | null>(null);
  const [to, setTo] = useState<string | null>(null);
  const [isOpenEnded, setOpenEnded] = useState(false);
  const hasWindow = from !== null && to !== null;
  const isBackward = hasWindow && to <= from;
  const isNothing = minutes === '' && priority === '' && !hasWindow && !isOpenEnded;
  const keep = async (): Promise<void> => {
    const made = await hand.onVisits.edit(chosen, {
      ...(minutes === '' ? {} : { durationMin: Number(minutes) }),
      ...(priority === '' ? {} : { priority: Number(priority) }),
      ...(isOpenEnded
        ? { windows: [] }
        : hasWindow
          ? {
              windows: [{ startsAt: localToInstant(from, view.zone), endsAt: localToInstant(to, view.zone) }],
            }
          : {}),
    });
    if (!made) return;
    setOpen(false);
    onDone();
  };
  return (
    <Popover
      opened={isOpen}
      onChange={setOpen}
      position="top-start"
      withArrow
      trapFocus
      zIndex={1200}
      width={300}
    >
      <Popover.Target>
        <Button size="compact-xs" variant="default" onClick={() => setOpen((o) => !o)}>
          Change
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
        >
          <Stack gap={8}>
            <NumberInput
              size="xs"
              label="Takes, minutes"
              placeholder="as it is"
              min={1}
              max={14_400}
              step={15}
              value={minutes}
              onChange={setMinutes}
            />
            <NativeSelect
              size="xs"
              label="Priority"
              data={[{ value: '', label: 'as it is' }, '1', '2', '3', '4', '5']}
              value={priority}
              onChange={(e) => setPriority(e.currentTarget.value)}
            />
            <DateTimePicker
              valueFormat="ddd D MMM HH:mm"
              size="xs"
              label="Promised from"
              placeholder="as it is"
              clearable
              disabled={isOpenEnded}
              value={from}
              onChange={setFrom}
              defaultDate={view.dates[0] ?? ''}
              popoverProps={{ zIndex: 1300 }}
            />
            <DateTimePicker
              valueFormat="ddd D MMM HH:mm"
              size="xs"
              label="to"
              placeholder="as it is"
              clearable
              disabled={isOpenEnded}
              value={to}
              onChange={setTo}
              defaultDate={view.dates[0] ?? ''}
              error={isBackward ? 'ends before it begins' : null}
              popoverProps={{ zIndex: 1300 }}
            />
            <label>
              <input
                type="checkbox"
                checked={isOpenEnded}
                onChange={(e) => setOpenEnded(e.currentTarget.checked)}
              />{' '}
              promised nothing
            </label>
            <Group justify="flex-end">
              <Button size="compact-sm" type="submit" disabled={isNothing || isBackward}>
                Change {chosen.length}
              </Button>
            </Group>
          </Stack>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
