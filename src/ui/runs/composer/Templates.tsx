import { Button, Checkbox, Group, Popover, Select, Stack, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { type TemplateAsk, templateAsk, timetable } from '@/contract/runs/templates';
import { errorText } from '../../messages/errors';
import { callApi, done } from '../../shared/api';
import { clockText, readClock } from '../../shared/quantities';
import { addDays, dayCount } from '../../shared/time';
import type { AskDraft, PlaybookChoice, toRequest } from './use-ask';

const listed = z.object({
  rows: z.array(
    z.object({ id: z.string(), name: z.string(), asked: templateAsk, timetable: timetable.nullable() }),
  ),
});

interface Props {
  readonly ask: AskDraft;
  readonly request: ReturnType<typeof toRequest>;
  readonly isReady: boolean;
  readonly playbooks: readonly PlaybookChoice[];
  readonly set: (change: Partial<AskDraft>) => void;
  /** The day that templates count from while they are taken over here. */
  readonly today: string;
}

/** Runs kept under a name, to be asked again, or to be started by themselves. */
export function Templates({ ask, request, isReady, playbooks, set, today }: Props) {
  const { data } = useQuery({
    queryKey: ['objects-run-templates', 'all'],
    queryFn: () => callApi('/api/objects/run-templates?pageSize=100&sort=name', listed),
  });
  const take = (id: string | null): void => {
    const found = data?.rows.find((r) => r.id === id);
    if (!found) return;
    const { territoryIds, firstIn, days, playbookIds, budget, ...how } = found.asked;
    const firstDate = addDays(today, firstIn);
    set({
      ...how,
      budget: { ...ask.budget, ...budget },
      extent: { territoryIds, firstDate, lastDate: addDays(firstDate, days - 1) },
      playbookVersionIds: playbooks.filter((p) => playbookIds.includes(p.playbookId)).map((p) => p.id),
    });
  };
  return (
    <Group gap="md" align="end">
      {(data?.rows.length ?? 0) > 0 && (
        <Select
          label="From a template"
          placeholder="none"
          data={(data?.rows ?? []).map((r) => ({ value: r.id, label: r.name }))}
          value={null}
          onChange={take}
          comboboxProps={{ zIndex: 1300 }}
          w={280}
        />
      )}
      <Keep request={request} isReady={isReady} playbooks={playbooks} today={today} />
    </Group>
  );
}

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

function Keep({
  request,
  isReady,
  playbooks,
  today,
}: Pick<Props, 'request' | 'isReady' | 'playbooks' | 'today'>) {
  const client = useQueryClient();
  const [opened, setOpened] = useState(false);
  const [name, setName] = useState('');
  const [isTimed, setTimed] = useState(false);
  const [weekdays, setWeekdays] = useState<string[]>(['1', '2', '3', '4', '5']);
  const [time, setTime] = useState('05:30');
  const [zone, setZone] = useState(() => Intl.DateTimeFormat().resolvedOptions().timeZone);
  const [failure, setFailure] = useState<unknown>(null);
  const minute = readClock(time);
  const save = async (): Promise<void> => {
    setFailure(null);
    const {
      extent,
      playbookVersionIds,
      seed: _seed,
      fromDraftId: _from,
      visitIds: _visits,
      ...how
    } = request;
    const asked = {
      ...how,
      visitIds: [],
      territoryIds: extent.territoryIds,
      firstIn: Math.max(0, dayCount(today, extent.firstDate) - 1),
      days: dayCount(extent.firstDate, extent.lastDate),
      playbookIds: playbooks.filter((p) => playbookVersionIds.includes(p.id)).map((p) => p.playbookId),
    } as TemplateAsk;
    const value = {
      name,
      asked,
      timetable: isTimed ? { zone, weekdays: weekdays.map(Number).sort(), minute, on: true } : null,
    };
    try {
      await callApi('/api/objects/run-templates', done, { method: 'POST', body: { value } });
      setOpened(false);
      notifications.show({
        message: isTimed ? `${name} starts by itself from now on.` : `${name} is kept as a template.`,
      });
      await client.invalidateQueries({ queryKey: ['objects-run-templates'] });
    } catch (cause) {
      setFailure(cause);
    }
  };
  return (
    <Popover opened={opened} onChange={setOpened} position="bottom-start" width={340} trapFocus zIndex={1290}>
      <Popover.Target>
        <button type="button" className="link" disabled={!isReady} onClick={() => setOpened((o) => !o)}>
          keep as a template …
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap="sm">
          <TextInput
            label="Name of the template"
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
            data-autofocus
          />
          <Checkbox
            label="Start by itself"
            checked={isTimed}
            onChange={(e) => setTimed(e.currentTarget.checked)}
          />
          {isTimed && (
            <>
              <Checkbox.Group label="On" value={weekdays} onChange={setWeekdays}>
                <Group gap={8} mt={4}>
                  {WEEKDAYS.map((d, i) => (
                    <Checkbox key={d} value={String(i + 1)} label={d} />
                  ))}
                </Group>
              </Checkbox.Group>
              <Group grow>
                <TextInput
                  label="At"
                  value={time}
                  onChange={(e) => setTime(e.currentTarget.value)}
                  error={minute === null || minute >= 1440 ? 'a time like 05:30' : null}
                />
                <TextInput label="Time zone" value={zone} onChange={(e) => setZone(e.currentTarget.value)} />
              </Group>
              <p className="quiet">
                Days count from the day on which it starts. Its drafts wait under Drafts; nothing live
                changes.
                {minute !== null && ` At ${clockText(minute)} in ${zone}.`}
              </p>
            </>
          )}
          {failure !== null && (
            <p className="bad" role="alert">
              {errorText(failure)}
            </p>
          )}
          <Button size="xs" disabled={name.trim() === ''} onClick={() => void save()}>
            Keep it
          </Button>
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}
