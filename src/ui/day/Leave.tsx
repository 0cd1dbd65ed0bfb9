import { Button, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { errorText } from '../messages/errors';
import { callApi } from '../shared/api';
import css from './Day.module.css';

/** Time off that somebody asks for is granted, or not, with a word for them. */
export function Leave({ id }: { readonly id: string }) {
  const client = useQueryClient();
  const [answer, setAnswer] = useState('');
  const say = useMutation({
    mutationFn: (grant: boolean) =>
      callApi('/api/day/leave', z.unknown(), { method: 'PUT', body: { id, grant, answer } }),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: () => client.invalidateQueries({ queryKey: ['day'] }),
  });
  return (
    <div className={css.aside}>
      <TextInput
        size="xs"
        aria-label="A word for them"
        placeholder="A word for them"
        maxLength={300}
        value={answer}
        onChange={(e) => setAnswer(e.currentTarget.value)}
      />
      <Button size="compact-sm" variant="default" loading={say.isPending} onClick={() => say.mutate(true)}>
        Grant
      </Button>
      <Button size="compact-sm" variant="default" disabled={say.isPending} onClick={() => say.mutate(false)}>
        Refuse
      </Button>
    </div>
  );
}
