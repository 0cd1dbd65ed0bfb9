import { ActionIcon, Group } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { type CommandView, commandView, undoAndAgain } from '@/contract/shared/command-view';
import { commandText } from '../messages/commands';
import { errorText } from '../messages/errors';
import { callApi, done } from './api';

const COMMANDS = {
  queryKey: ['commands'],
  queryFn: () => callApi('/api/commands', z.array(commandView)),
};

/** Takes back the last thing that one did, and does it again: by button and by key. */
export function UndoButtons() {
  const client = useQueryClient();
  const { data } = useQuery(COMMANDS);
  const { undo, again } = undoAndAgain(data ?? []);
  const take = useMutation({
    mutationFn: async (which: 'undo' | 'again') => {
      // What was done a moment ago may not be on the button yet: it is the last thing all the same.
      const command = undoAndAgain(await client.fetchQuery({ ...COMMANDS, staleTime: 0 }))[which];
      if (command) await callApi(`/api/commands/${command.id}/undo`, done, { method: 'POST', body: {} });
      return command;
    },
    onSuccess: async (command, which) => {
      await client.invalidateQueries();
      if (!command) return;
      const said = commandText(command.name === 'undo' ? String(command.facts.of) : command.name, {
        ...(command.name === 'undo' ? (command.facts.ofFacts as object) : command.facts),
      });
      notifications.show({ message: `${which === 'again' ? 'Again' : 'Undone'}: ${said}.` });
    },
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
  });
  const run = (which: 'undo' | 'again'): void => {
    if (!take.isPending) take.mutate(which);
  };
  useHotkeys([
    ['mod+Z', () => run('undo')],
    ['mod+shift+Z', () => run('again')],
  ]);
  const label = (word: string, command: CommandView | null): string =>
    command ? `${word}: ${commandText(command.name, command.facts)}` : `Nothing to ${word.toLowerCase()}`;
  return (
    <Group gap={2}>
      <ActionIcon
        variant="subtle"
        color="gray"
        disabled={!undo}
        loading={take.isPending}
        aria-label={label('Undo', undo)}
        title={label('Undo', undo)}
        onClick={() => run('undo')}
      >
        <IconArrowBackUp size={17} />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        color="gray"
        disabled={!again}
        aria-label={label('Redo', again)}
        title={label('Redo', again)}
        onClick={() => run('again')}
      >
        <IconArrowForwardUp size={17} />
      </ActionIcon>
    </Group>
  );
}
