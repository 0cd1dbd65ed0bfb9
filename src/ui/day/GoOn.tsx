import { Button, NumberInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { wentOn } from '@/contract/day/unfinished';
import { errorText } from '../messages/errors';
import { callApi } from '../shared/api';
import css from './Day.module.css';

interface Props {
  readonly visitId: string;
  readonly part: number;
  /** Minutes that remain. */
  readonly minutes: number;
}

/** An unfinished visit goes on as a new one with what remains, or comes off to be placed anew. */
export function GoOn({ visitId, part, minutes: left }: Props) {
  const client = useQueryClient();
  const [minutes, setMinutes] = useState(left);
  const go = useMutation({
    mutationFn: (how: 'continue' | 'move') =>
      callApi('/api/day/unfinished', wentOn, { method: 'POST', body: { visitId, part, how, minutes } }),
    onSuccess: (_answer, how) =>
      notifications.show({
        message:
          how === 'continue'
            ? 'What remains is a visit of its own now, a loose end; the old one keeps its history.'
            : 'It is a loose end again, with what remains.',
      }),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: () => client.invalidateQueries(),
  });
  return (
    <div className={css.aside}>
      <NumberInput
        size="xs"
        w={92}
        aria-label="Minutes that remain"
        suffix=" min"
        min={5}
        max={14_400}
        step={15}
        value={minutes}
        onChange={(v) => setMinutes(Math.max(5, Number(v) || 5))}
      />
      <Button
        size="compact-sm"
        variant="default"
        loading={go.isPending}
        onClick={() => go.mutate('continue')}
      >
        Continue as a new visit
      </Button>
      <Button size="compact-sm" variant="default" disabled={go.isPending} onClick={() => go.mutate('move')}>
        Move it
      </Button>
    </div>
  );
}
