import { Alert, Button, Group, Modal, MultiSelect, Stack } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { draftRow } from '@/contract/plan/plan-view';
import { errorText } from '../messages/errors';
import { runSentence } from '../messages/runs/sentence';
import { ApiError, callApi } from '../shared/api';
import { useFilterNames } from '../shared/filters/use-names';
import { ExtentFields } from './composer/Extent';
import { HowLong, WhatMoves } from './composer/How';
import { Templates } from './composer/Templates';
import { type ComposerStart, type PlaybookChoice, useAsk } from './composer/use-ask';

interface TerritoryToRun {
  readonly id: string;
  readonly name: string;
  readonly mayChange: boolean;
}

interface Props {
  readonly opened: boolean;
  readonly onClose: () => void;
  readonly territories: readonly TerritoryToRun[];
  readonly playbooks: readonly PlaybookChoice[];
  readonly start: ComposerStart;
}

const started = z.object({ id: z.string(), batchId: z.string().nullable() });

/** Says in a sentence what a run will do, and starts it. */
export function RunComposer({ opened, onClose, territories, playbooks, start }: Props) {
  const router = useRouter();
  const changeable = territories.filter((t) => t.mayChange);
  const composer = useAsk(
    opened,
    { ...start, territories: start.territories.filter((id) => changeable.some((t) => t.id === id)) },
    playbooks[0]?.id ?? '',
  );
  const { ask, set, request, parsed, wrong } = composer;
  const [failure, setFailure] = useState<unknown>(null);
  const [sending, setSending] = useState(false);
  const { nameOf } = useFilterNames();
  const drafts = useQuery({
    queryKey: ['drafts'],
    queryFn: () => callApi('/api/drafts', z.array(draftRow)),
    enabled: opened,
  });
  useEffect(() => {
    if (opened) setFailure(null);
  }, [opened]);
  const send = async (): Promise<void> => {
    setSending(true);
    setFailure(null);
    try {
      const { id } = await callApi('/api/runs', started, { method: 'POST', body: request });
      router.push(`/plan/runs/${id}`);
    } catch (cause) {
      setFailure(cause);
      setSending(false);
    }
  };
  const open = (drafts.data ?? []).filter((d) => d.status === 'open');
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title="Optimize"
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (parsed && !sending) void send();
        }}
      >
        <Stack gap="md">
          <Templates
            ask={ask}
            request={request}
            isReady={parsed !== null}
            playbooks={playbooks}
            set={set}
            today={start.from}
          />
          <ExtentFields ask={ask} set={set} wrong={wrong} territories={changeable} />
          <MultiSelect
            label="Playbook"
            description="Several make a batch: a draft by each, to compare"
            data={playbooks.map((p) => ({ value: p.id, label: `${p.name}, version ${p.version}` }))}
            value={[...ask.playbookVersionIds]}
            onChange={(playbookVersionIds) => set({ playbookVersionIds })}
            searchable
            error={wrong('playbookVersionIds')}
            comboboxProps={{ zIndex: 1300 }}
          />
          <WhatMoves ask={ask} set={set} drafts={open.map((d) => ({ value: d.id, label: d.name }))} />
          <HowLong ask={ask} set={set} wrong={wrong} />
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
          <div className="dialogFoot">
            <p aria-live="polite" style={{ margin: '0 0 8px' }}>
              {parsed
                ? `${runSentence(parsed, {
                    territories: territories
                      .filter((t) => parsed.extent.territoryIds.includes(t.id))
                      .map((t) => t.name),
                    playbooks: playbooks
                      .filter((p) => parsed.playbookVersionIds.includes(p.id))
                      .map((p) => p.name),
                    people: parsed.personIds.map((id) => nameOf('person', id)),
                    draft: open.find((d) => d.id === parsed.fromDraftId)?.name ?? null,
                    nameOf,
                  })} ${parsed.playbookVersionIds.length > 1 ? 'Each result is a draft' : 'The result is a draft'}: nothing live changes.`
                : 'Fill in what is marked, and this says what will happen.'}
            </p>
            <Group justify="flex-end">
              <Button variant="default" onClick={onClose}>
                Cancel
              </Button>
              <Button type="submit" disabled={!parsed} loading={sending}>
                {ask.playbookVersionIds.length > 1
                  ? `Start ${ask.playbookVersionIds.length} runs`
                  : 'Start the run'}
              </Button>
            </Group>
          </div>
        </Stack>
      </form>
    </Modal>
  );
}
