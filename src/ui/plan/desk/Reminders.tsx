import { ActionIcon, Button, Group, Indicator, Popover, Stack, TextInput } from '@mantine/core';
import { DateTimePicker } from '@mantine/dates';
import { notifications } from '@mantine/notifications';
import { IconAlarm, IconCheck, IconX } from '@tabler/icons-react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import type { PlanView } from '@/contract/plan/plan-view';
import { type ReminderRow, reminderRow } from '@/contract/plan/reminders';
import { errorText } from '../../messages/errors';
import { callApi, done } from '../../shared/api';
import { instantToLocal, localToInstant, momentText } from '../../shared/time';
import { useNow } from '../../shared/use-now';
import { idOf } from '../selection';
import css from './Desk.module.css';

interface Props {
  readonly view: PlanView | undefined;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
}

/** What somebody has to think of, shown when it is due. */
export function Reminders({ view, selected, onSelect }: Props) {
  if (!view) return null;
  return <OwnReminders view={view} selected={selected} onSelect={onSelect} />;
}

function OwnReminders({ view, selected, onSelect }: Props & { readonly view: PlanView }) {
  const client = useQueryClient();
  const now = useNow(view);
  const [isOpen, setOpen] = useState(false);
  const { data, error } = useQuery({
    queryKey: ['reminders'],
    queryFn: ({ signal }) => callApi('/api/plan/reminders', z.array(reminderRow), { signal }),
    staleTime: 30_000,
  });
  const after = (): Promise<void> => client.invalidateQueries({ queryKey: ['reminders'] });
  const refused = (cause: unknown): void => {
    notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' });
    void after();
  };
  const settle = useMutation({
    mutationFn: ({ id, version, note, dueAt, visitId, personId, isDone }: ReminderRow) =>
      callApi(`/api/plan/reminders/${id}`, done, {
        method: 'PUT',
        body: { version, isDone: !isDone, value: { note, dueAt, visitId, personId } },
      }),
    onSuccess: after,
    onError: refused,
  });
  const drop = useMutation({
    mutationFn: ({ id }: ReminderRow) => callApi(`/api/plan/reminders/${id}`, done, { method: 'DELETE' }),
    onSuccess: after,
    onError: refused,
  });
  const open = (data ?? []).filter((r) => !r.isDone);
  const isDue = (r: ReminderRow): boolean => !r.isDone && Date.parse(r.dueAt) / 1000 <= now;
  const due = open.filter(isDue);
  useDueNotes(due);
  return (
    <Popover
      opened={isOpen}
      onChange={setOpen}
      position="bottom-end"
      withArrow
      trapFocus
      zIndex={1200}
      width={340}
    >
      <Indicator
        disabled={open.length === 0}
        label={open.length}
        size={15}
        color={due.length > 0 ? 'grape' : 'gray'}
        zIndex={1}
      >
        <Popover.Target>
          <ActionIcon
            variant="subtle"
            color="gray"
            size={26}
            aria-label={`Reminders: ${open.length} open, ${due.length} due`}
            onClick={() => setOpen((o) => !o)}
          >
            <IconAlarm size={17} />
          </ActionIcon>
        </Popover.Target>
      </Indicator>
      <Popover.Dropdown>
        <Stack gap={8}>
          {error && <p className="bad">{errorText(error)}</p>}
          {data?.length === 0 && <p className="quiet">Nothing to think of. Write it down below.</p>}
          <ul className={css.reminders} aria-label="Reminders">
            {(data ?? []).map((r) => (
              <li key={r.id} data-done={r.isDone}>
                <ActionIcon
                  variant={r.isDone ? 'filled' : 'default'}
                  size={20}
                  aria-label={r.isDone ? `Open again: ${r.note}` : `Done: ${r.note}`}
                  onClick={() => settle.mutate(r)}
                >
                  <IconCheck size={13} />
                </ActionIcon>
                <span>
                  <b className={isDue(r) ? 'bad' : undefined}>
                    {momentText(Date.parse(r.dueAt) / 1000, view.zone)}
                  </b>{' '}
                  {r.note}
                  {r.about !== null && (
                    <>
                      {' '}
                      <button
                        type="button"
                        className="link"
                        onClick={() => {
                          setOpen(false);
                          onSelect(r.visitId ? `visit:${r.visitId}` : `person:${r.personId}`);
                        }}
                      >
                        {r.about}
                      </button>
                    </>
                  )}
                </span>
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  size={20}
                  aria-label={`Throw away: ${r.note}`}
                  onClick={() => drop.mutate(r)}
                >
                  <IconX size={13} />
                </ActionIcon>
              </li>
            ))}
          </ul>
          <NewReminder view={view} now={now} selected={selected} onMade={after} />
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}

/** Says each of them once, when it becomes due. */
function useDueNotes(due: readonly ReminderRow[]): void {
  const said = useRef(new Set<string>());
  useEffect(() => {
    for (const r of due) {
      if (said.current.has(r.id)) continue;
      said.current.add(r.id);
      notifications.show({
        id: `reminder ${r.id}`,
        title: 'Now due',
        message: r.about === null ? r.note : `${r.note} (${r.about})`,
        autoClose: false,
      });
    }
  }, [due]);
}

const HALF_HOUR = 1800;

interface NewProps {
  readonly view: PlanView;
  readonly now: number;
  readonly selected: string | null;
  readonly onMade: () => Promise<void>;
}

function NewReminder({ view, now, selected, onMade }: NewProps) {
  const [note, setNote] = useState('');
  const [at, setAt] = useState<string | null>(() =>
    instantToLocal(Math.ceil((now + HALF_HOUR) / HALF_HOUR) * HALF_HOUR, view.zone),
  );
  const visitId = idOf(selected, 'visit');
  const personId = idOf(selected, 'person');
  const about =
    view.visits.find((v) => v.id === visitId)?.label ?? view.people.find((p) => p.id === personId)?.name;
  const [isAbout, setAbout] = useState(true);
  const make = useMutation({
    mutationFn: () =>
      callApi('/api/plan/reminders', done, {
        method: 'POST',
        body: {
          note: note.trim(),
          dueAt: localToInstant(at ?? '', view.zone),
          visitId: isAbout ? (visitId?.split('/')[0] ?? null) : null,
          personId: isAbout && !visitId ? personId : null,
        },
      }),
    onSuccess: async () => {
      setNote('');
      await onMade();
    },
  });
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        make.mutate();
      }}
    >
      <Stack gap={6}>
        <TextInput
          size="xs"
          label="Remind me"
          placeholder="call back"
          value={note}
          maxLength={200}
          onChange={(e) => setNote(e.currentTarget.value)}
        />
        <DateTimePicker
          valueFormat="ddd D MMM HH:mm"
          size="xs"
          label="At"
          value={at}
          onChange={setAt}
          popoverProps={{ zIndex: 1300, withinPortal: false }}
        />
        {about !== undefined && (
          <label>
            <input type="checkbox" checked={isAbout} onChange={(e) => setAbout(e.currentTarget.checked)} />{' '}
            about {about}
          </label>
        )}
        {make.error && <p className="bad">{errorText(make.error)}</p>}
        <Group justify="flex-end">
          <Button
            size="compact-sm"
            type="submit"
            loading={make.isPending}
            disabled={note.trim() === '' || !at}
          >
            Remind me
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
