import { Alert, Button, Checkbox, Group, Modal, NumberInput, Radio, Select, Stack } from '@mantine/core';
import { DatePickerInput } from '@mantine/dates';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { type RunRequest, runRequest } from '@/contract/runs/run';
import { errorText } from '../messages/errors';
import type { TerritoryChoice } from '../plan/ExtentLine';
import { ApiError, callApi } from '../shared/api';
import { dayCount, dayText } from '../shared/time';

export interface PlaybookChoice {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly note: string;
}

interface Props {
  readonly opened: boolean;
  readonly onClose: () => void;
  readonly territories: readonly TerritoryChoice[];
  readonly playbooks: readonly PlaybookChoice[];
  readonly initial: { readonly territories: readonly string[]; readonly from: string; readonly to: string };
}

const DATE = { valueFormat: 'ddd D MMMM YYYY', firstDayOfWeek: 1, popoverProps: { zIndex: 1300 } } as const;

/** Says in a sentence what a run will do, and starts it. */
export function RunComposer({ opened, onClose, territories, playbooks, initial }: Props) {
  const router = useRouter();
  const changeable = territories.filter((t) => t.mayChange);
  const [chosen, setChosen] = useState<string[]>([]);
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [playbook, setPlaybook] = useState(playbooks[0]?.id ?? '');
  const [mayMove, setMayMove] = useState<RunRequest['mayMove']>('all');
  const [seconds, setSeconds] = useState<number | string>(30);
  const [failure, setFailure] = useState<unknown>(null);
  const [sending, setSending] = useState(false);
  // The composer opens on what is on screen, and keeps what was typed while it is open.
  useEffect(() => {
    if (!opened) return;
    setChosen(initial.territories.filter((id) => changeable.some((t) => t.id === id)));
    setFrom(initial.from);
    setTo(initial.to);
    setFailure(null);
  }, [opened]);
  const draft = {
    extent: { territoryIds: chosen, firstDate: from, lastDate: to },
    playbookVersionId: playbook,
    mayMove,
    seconds,
  };
  const parsed = runRequest.safeParse(draft);
  const wrong = (path: string): string | null =>
    parsed.error?.issues.find((i) => i.path.join('.').startsWith(path))?.message ?? null;
  const start = async (): Promise<void> => {
    setSending(true);
    setFailure(null);
    try {
      const { id } = await callApi('/api/runs', z.object({ id: z.string() }), {
        method: 'POST',
        body: parsed.data,
      });
      router.push(`/plan/runs/${id}`);
    } catch (cause) {
      setFailure(cause);
      setSending(false);
    }
  };
  const names = territories.filter((t) => chosen.includes(t.id)).map((t) => t.name);
  const name = playbooks.find((p) => p.id === playbook)?.name ?? '…';
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title="Optimize"
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (parsed.success && !sending) void start();
        }}
      >
        <Stack gap="md">
          <Checkbox.Group
            label="Territories"
            value={chosen}
            onChange={setChosen}
            error={wrong('extent.territoryIds')}
          >
            <Group gap="md" mt={4}>
              {changeable.map((t) => (
                <Checkbox key={t.id} value={t.id} label={t.name} />
              ))}
            </Group>
          </Checkbox.Group>
          <Group grow align="start">
            <DatePickerInput
              label="First day"
              value={from || null}
              onChange={(date) => setFrom(date ?? '')}
              error={wrong('extent.firstDate')}
              {...DATE}
            />
            <DatePickerInput
              label="Last day"
              value={to || null}
              onChange={(date) => setTo(date ?? '')}
              error={wrong('extent.lastDate')}
              {...DATE}
            />
          </Group>
          <Select
            label="Playbook"
            data={playbooks.map((p) => ({
              value: p.id,
              label: `${p.name}, version ${p.version}: ${p.note}`,
            }))}
            value={playbook}
            onChange={(v) => setPlaybook(v ?? '')}
            error={wrong('playbookVersionId')}
            allowDeselect={false}
          />
          <Radio.Group
            label="What may move"
            value={mayMove}
            onChange={(v) => setMayMove(v as RunRequest['mayMove'])}
          >
            <Stack gap={6} mt={4}>
              <Radio value="all" label="Everything that is not tied" />
              <Radio value="loose" label="Only loose ends; published visits stay where they are" />
            </Stack>
          </Radio.Group>
          <NumberInput
            label="Seconds to search"
            value={seconds}
            onChange={setSeconds}
            clampBehavior="none"
            allowDecimal={false}
            error={wrong('seconds')}
            w={180}
          />
          <p aria-live="polite" style={{ margin: 0 }}>
            {parsed.success
              ? `Plan ${dayCount(from, to) === 1 ? dayText(from) : `${dayCount(from, to)} days, ${dayText(from)} to ${dayText(to)},`} in ${names.join(', ')} with ${name}; ${mayMove === 'all' ? 'everything not tied may move' : 'published visits stay'}; ${Number(seconds)} seconds. The result is a draft: nothing live changes.`
              : 'Fill in what is marked, and this says what will happen.'}
          </p>
          {failure !== null && (
            <Alert color="grape" title="The run was not started" role="alert">
              {errorText(failure)}{' '}
              {failure instanceof ApiError && typeof failure.facts.runId === 'string' && (
                <Link className="link" href={`/plan/runs/${failure.facts.runId}`}>
                  Open that run
                </Link>
              )}
            </Alert>
          )}
          <Group justify="flex-end">
            <Button variant="default" onClick={onClose}>
              Cancel
            </Button>
            <Button type="submit" disabled={!parsed.success} loading={sending}>
              Start the run
            </Button>
          </Group>
        </Stack>
      </form>
    </Modal>
  );
}
