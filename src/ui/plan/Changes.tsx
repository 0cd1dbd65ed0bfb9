import { Button, Popover, SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { type PlanCommand, planCommand } from '@/contract/shared/command-view';
import { commandText } from '../messages/commands';
import { errorText } from '../messages/errors';
import { changeText, priceText } from '../messages/figures';
import { callApi, done } from '../shared/api';
import { momentText } from '../shared/time';
import css from './Changes.module.css';

interface Props {
  readonly zone: string;
  readonly revision: number;
  readonly mayChange: boolean;
}

/** What was done to the live plan lately, with the price of each: mine, and everybody's. */
export function Changes({ zone, revision, mayChange }: Props) {
  const [opened, setOpened] = useState(false);
  const [whose, setWhose] = useState('mine');
  const { data, error } = useQuery({
    queryKey: ['plan-changes', revision],
    queryFn: () => callApi('/api/plan/changes', z.array(planCommand)),
    placeholderData: (previous) => previous,
  });
  const hands = (data ?? []).filter((c) => c.name === 'hand' && c.undoneBy === null);
  const own = hands.filter((c) => c.isOwn);
  const shown = (data ?? []).filter((c) => whose === 'all' || c.isOwn);
  return (
    <Popover opened={opened} onChange={setOpened} position="bottom-end" width={430} zIndex={1200} trapFocus>
      <Popover.Target>
        <button type="button" className="link" onClick={() => setOpened((o) => !o)}>
          {own.length === 1 ? '1 change by you' : `${own.length} changes by you`}
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <SegmentedControl
          size="xs"
          data={[
            { value: 'mine', label: 'Mine' },
            { value: 'all', label: 'Everybody’s' },
          ]}
          value={whose}
          onChange={setWhose}
          aria-label="Whose changes"
        />
        {own.length > 0 && (
          <p className={css.sum}>
            Yours by hand come to <b>{changeText(sumOf(own), priceText)}</b>.
          </p>
        )}
        {error && <p className="bad">{errorText(error)}</p>}
        {data && shown.length === 0 && <p className="quiet">Nothing was changed yet.</p>}
        <ul className={css.list}>
          {shown.map((c) => (
            <Line key={c.id} command={c} zone={zone} mayUndo={mayChange} />
          ))}
        </ul>
      </Popover.Dropdown>
    </Popover>
  );
}

const sumOf = (commands: readonly PlanCommand[]): number =>
  commands.reduce((sum, c) => sum + Number(c.facts.price ?? 0), 0);

function Line({
  command,
  zone,
  mayUndo,
}: {
  readonly command: PlanCommand;
  readonly zone: string;
  readonly mayUndo: boolean;
}) {
  const client = useQueryClient();
  const undo = useMutation({
    mutationFn: () => callApi(`/api/commands/${command.id}/undo`, done, { method: 'POST', body: {} }),
    onSuccess: () => client.invalidateQueries(),
    onError: (cause) => {
      notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' });
    },
  });
  return (
    <li data-undone={command.undoneBy !== null}>
      <div>
        {commandText(command.name, command.facts)}
        <div className="quiet">
          {momentText(Date.parse(command.at) / 1000, zone)} ·{' '}
          {command.isOwn ? 'you' : (command.by ?? 'system')}
          {command.undoneBy !== null && ' · undone'}
        </div>
      </div>
      {mayUndo && command.undoneBy === null && (
        <Button size="compact-xs" variant="default" loading={undo.isPending} onClick={() => undo.mutate()}>
          Undo
        </Button>
      )}
    </li>
  );
}
