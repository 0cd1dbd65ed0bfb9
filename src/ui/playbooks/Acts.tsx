'use client';

import { Button, Popover, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import type { FieldProblem } from '@/contract/shared/problems';
import { errorText } from '../messages/errors';
import { problemText } from '../messages/problems';
import { ApiError, callApi, done } from '../shared/api';
import { Rename } from './Rename';

interface Props {
  readonly versionId: string;
  readonly playbookId: string;
  readonly name: string;
  readonly isLive: boolean;
  readonly mayChange: boolean;
}

/** A copy under a name of its own, and whether the live plan is priced by it. */
export function Acts({ versionId, playbookId, name, isLive, mayChange }: Props) {
  const router = useRouter();
  const live = useMutation({
    mutationFn: () => callApi('/api/playbooks/live', done, { method: 'PUT', body: { playbookId } }),
    onSuccess: () => {
      notifications.show({ message: `The live plan is priced by ${name} now.` });
      router.refresh();
    },
    onError: (cause) => notifications.show({ message: errorText(cause), color: 'grape' }),
  });
  const [renaming, setRenaming] = useState(false);
  const change = useMutation({
    mutationFn: (to: { name: string } | { isAway: boolean }) =>
      callApi(`/api/playbooks/${encodeURIComponent(playbookId)}`, done, { method: 'PATCH', body: to }),
    onSuccess: (_done, to) => {
      setRenaming(false);
      notifications.show({
        message: 'name' in to ? `It is called ${to.name} now.` : `${name} was put away.`,
      });
      if ('isAway' in to) router.push('/playbooks');
      router.refresh();
    },
    onError: (cause) => notifications.show({ message: errorText(cause), color: 'grape' }),
  });
  if (!mayChange) return isLive ? <span className="quiet">prices the live plan</span> : null;
  return (
    <>
      <Copy versionId={versionId} name={name} />
      <Popover opened={renaming} onChange={setRenaming} position="bottom-start" trapFocus>
        <Popover.Target>
          <button type="button" className="link" aria-expanded={renaming} onClick={() => setRenaming(true)}>
            rename
          </button>
        </Popover.Target>
        <Popover.Dropdown>
          <Rename name={name} onRename={(next) => change.mutate({ name: next })} />
        </Popover.Dropdown>
      </Popover>
      {!isLive && (
        <button
          type="button"
          className="link"
          disabled={change.isPending}
          onClick={() => change.mutate({ isAway: true })}
        >
          put away
        </button>
      )}
      {isLive ? (
        <span className="quiet">prices the live plan</span>
      ) : (
        <button type="button" className="link" disabled={live.isPending} onClick={() => live.mutate()}>
          price the live plan by it
        </button>
      )}
    </>
  );
}

function Copy({ versionId, name }: Pick<Props, 'versionId' | 'name'>) {
  const router = useRouter();
  const [opened, setOpened] = useState(false);
  const [typed, setTyped] = useState('');
  const copy = useMutation({
    mutationFn: () =>
      callApi('/api/playbooks', z.object({ versionId: z.string() }), {
        method: 'POST',
        body: { versionId, name: typed },
      }),
    onSuccess: (made) => {
      setOpened(false);
      notifications.show({ message: `${typed} is a playbook of its own.` });
      router.push(`/playbooks/${encodeURIComponent(made.versionId)}`);
      router.refresh();
    },
  });
  const problems =
    copy.error instanceof ApiError ? ((copy.error.facts.problems ?? []) as FieldProblem[]) : [];
  const [problem] = problems;
  const wrong = problem
    ? problemText({ ...problem, path: 'This name' })
    : copy.error
      ? errorText(copy.error)
      : null;
  return (
    <Popover opened={opened} onChange={setOpened} position="bottom-start" trapFocus>
      <Popover.Target>
        <button
          type="button"
          className="link"
          aria-expanded={opened}
          onClick={() => {
            setTyped(`${name} of ours`);
            setOpened(true);
          }}
        >
          copy
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          style={{ display: 'grid', gap: 8 }}
          onSubmit={(e) => {
            e.preventDefault();
            copy.mutate();
          }}
        >
          <TextInput
            label="Name of the copy"
            value={typed}
            onChange={(e) => setTyped(e.currentTarget.value)}
            error={wrong}
            data-autofocus
          />
          <Button type="submit" size="xs" loading={copy.isPending}>
            Copy it
          </Button>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
