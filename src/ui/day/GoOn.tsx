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

/** Has a visit go on, or come off to be placed anew. */
function useGoOn({ visitId, part }: Pick<Props, 'visitId' | 'part'>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (ask: { readonly how: 'continue' | 'move'; readonly minutes: number }) =>
      callApi('/api/day/unfinished', wentOn, { method: 'POST', body: { visitId, part, ...ask } }),
    onSuccess: (_answer, { how }) =>
      notifications.show({
        message:
          how === 'continue'
            ? 'What remains is a visit of its own now, a loose end; the old one keeps its history.'
            : 'It is a loose end again, with what remains.',
      }),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: () => client.invalidateQueries(),
  });
}

/** A visit in hours that nobody works any more comes off the day: no other way leads on from there. */
export function TakeOff(props: Props) {
  const go = useGoOn(props);
  return (
    <div className={css.aside}>
      <Button
        size="compact-sm"
        variant="default"
        loading={go.isPending}
        onClick={() => go.mutate({ how: 'move', minutes: props.minutes })}
      >
        Take it off the day
      </Button>
    </div>
  );
}

/** An unfinished visit goes on as a new one with what remains, or comes off to be placed anew. */
export function GoOn({ visitId, part, minutes: left }: Props) {
  const [minutes, setMinutes] = useState(left);
  const go = useGoOn({ visitId, part });
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
        onClick={() => go.mutate({ how: 'continue', minutes })}
      >
        Continue as a new visit
      </Button>
      <Button
        size="compact-sm"
        variant="default"
        disabled={go.isPending}
        onClick={() => go.mutate({ how: 'move', minutes })}
      >
        Move it
      </Button>
    </div>
  );
}
