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

/** Takes back the last thing that one did, and does it again: by button and by key. */
export function UndoButtons() {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: ['commands'],
    queryFn: () => callApi('/api/commands', z.array(commandView)),
  });
  const { undo, again } = undoAndAgain(data ?? []);
  const take = useMutation({
    mutationFn: (command: CommandView) =>
      callApi(`/api/commands/${command.id}/undo`, done, { method: 'POST', body: {} }),
    onSuccess: async (_done, command) => {
      await client.invalidateQueries();
      const said = commandText(command.name === 'undo' ? String(command.facts.of) : command.name, {
        ...(command.name === 'undo' ? (command.facts.ofFacts as object) : command.facts),
      });
      notifications.show({ message: `${command === again ? 'Again' : 'Undone'}: ${said}.` });
    },
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
  });
  const run = (command: CommandView | null): void => {
    if (command && !take.isPending) take.mutate(command);
  };
  useHotkeys([
    ['mod+Z', () => run(undo)],
    ['mod+shift+Z', () => run(again)],
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
        onClick={() => run(undo)}
      >
        <IconArrowBackUp size={17} />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        color="gray"
        disabled={!again}
        aria-label={label('Redo', again)}
        title={label('Redo', again)}
        onClick={() => run(again)}
      >
        <IconArrowForwardUp size={17} />
      </ActionIcon>
    </Group>
  );
}
