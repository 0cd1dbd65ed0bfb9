'use client';

import { Button, PasswordInput, Stack } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { sessionView } from '@/contract/access/account';
import type { Role } from '@/contract/access/permissions';
import type { FieldProblem } from '@/contract/shared/problems';
import { errorText } from '../messages/errors';
import { problemText } from '../messages/problems';
import { ApiError, callApi, done } from '../shared/api';
import { momentText } from '../shared/time';
import { Keys } from './Keys';

interface Props {
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** One's own password, and where one is signed in. */
export function AccountPage({ name, email, role }: Props) {
  return (
    <div className="page" style={{ maxWidth: 760 }}>
      <h1>{name}</h1>
      <p className="quiet">
        {email}, {role}
      </p>
      <Password />
      <Sessions />
      <Keys role={role} />
    </div>
  );
}

function Password() {
  const client = useQueryClient();
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [again, setAgain] = useState('');
  const change = useMutation({
    mutationFn: () => callApi('/api/account/password', done, { method: 'POST', body: { old, password } }),
    onSuccess: () => {
      setOld('');
      setPassword('');
      setAgain('');
      void client.invalidateQueries({ queryKey: ['sessions'] });
      notifications.show({ message: 'Your password is changed. Other places are signed out.' });
    },
  });
  const problems =
    change.error instanceof ApiError ? ((change.error.facts.problems ?? []) as FieldProblem[]) : [];
  const wrong = (path: string): string | null => {
    const problem = problems.find((p) => p.path === path);
    return problem ? problemText({ ...problem, path: 'This' }) : null;
  };
  const differs = again !== '' && again !== password;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (!differs) change.mutate();
      }}
    >
      <h2>Password</h2>
      <Stack gap="sm" maw={320}>
        <PasswordInput
          label="The one that you have now"
          autoComplete="current-password"
          value={old}
          onChange={(e) => setOld(e.currentTarget.value)}
          error={wrong('old')}
          required
        />
        <PasswordInput
          label="New password"
          description="At least 10 characters"
          autoComplete="new-password"
          value={password}
          onChange={(e) => setPassword(e.currentTarget.value)}
          error={wrong('password')}
          required
        />
        <PasswordInput
          label="The same again"
          autoComplete="new-password"
          value={again}
          onChange={(e) => setAgain(e.currentTarget.value)}
          error={differs ? 'differs from the first' : null}
          required
        />
        {change.error && problems.length === 0 ? <p className="bad">{errorText(change.error)}</p> : null}
        <Button type="submit" loading={change.isPending} style={{ alignSelf: 'flex-start' }}>
          Change it
        </Button>
      </Stack>
    </form>
  );
}

/** "Firefox on Linux" out of what a browser says of itself. */
function agentText(agent: string): string {
  const browser = ['Firefox', 'Edg', 'Chrome', 'Safari'].find((b) => agent.includes(b));
  const system = ['Windows', 'Android', 'iPhone', 'Mac OS', 'Linux'].find((s) => agent.includes(s));
  const name = browser === 'Edg' ? 'Edge' : browser;
  return [name ?? 'A browser', system ? `on ${system}` : ''].filter(Boolean).join(' ');
}

function Sessions() {
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ['sessions'],
    queryFn: () => callApi('/api/account/sessions', z.array(sessionView)),
  });
  const end = useMutation({
    mutationFn: () =>
      callApi('/api/account/sessions', z.object({ ended: z.int() }), { method: 'DELETE', body: {} }),
    onSuccess: ({ ended }) => {
      void client.invalidateQueries({ queryKey: ['sessions'] });
      notifications.show({
        message: ended === 1 ? 'One other session has ended.' : `${ended} other sessions have ended.`,
      });
    },
  });
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return (
    <section>
      <h2>Where you are signed in</h2>
      {error && <p className="bad">{errorText(error)}</p>}
      <table className="figures">
        <tbody>
          {(data ?? []).map((s) => (
            <tr key={s.since}>
              <td>{agentText(s.agent)}</td>
              <td className="quiet">since {momentText(s.since, zone)}</td>
              <td>{s.isThis ? <b>here</b> : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button
        variant="default"
        mt="md"
        size="xs"
        disabled={(data?.length ?? 0) < 2}
        loading={end.isPending}
        onClick={() => end.mutate()}
      >
        Sign out everywhere else
      </Button>
    </section>
  );
}
