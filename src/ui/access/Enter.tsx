'use client';

import { Button, PasswordInput, Stack } from '@mantine/core';
import { useMounted } from '@mantine/hooks';
import { useState } from 'react';
import { errorText } from '../messages/errors';
import { ApiError, callApi, done } from '../shared/api';
import { Mark } from '../shared/Mark';
import css from './SignIn.module.css';

const LEAST = 10;

/** Choosing the first password, through a link that works once. */
export function Enter({ token }: { readonly token: string }) {
  const isReady = useMounted();
  const [password, setPassword] = useState('');
  const [repeated, setRepeated] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const isShort = password.length < LEAST;
  const differs = repeated !== password;
  const enter = async (): Promise<void> => {
    setBusy(true);
    setFailure(null);
    try {
      await callApi('/api/session/entry', done, { method: 'POST', body: { token, password } });
      window.location.replace('/');
    } catch (cause) {
      const isUsed = cause instanceof ApiError && cause.code === 'not-found';
      setFailure(
        isUsed ? 'This link is used up or over. Ask whoever gave it to you for another.' : errorText(cause),
      );
      setBusy(false);
    }
  };
  return (
    <main className={css.page}>
      <div className={css.mark}>
        <Mark size={72} />
        <h1>Lime Knot</h1>
        <p className="quiet">Choose a password, and you are in.</p>
      </div>
      <form
        className={css.form}
        method="post"
        onSubmit={(e) => {
          e.preventDefault();
          if (!isShort && !differs) void enter();
        }}
      >
        <Stack gap="md">
          <PasswordInput
            label="New password"
            description={`At least ${LEAST} characters`}
            autoComplete="new-password"
            value={password}
            onChange={(e) => setPassword(e.currentTarget.value)}
            error={password !== '' && isShort ? `${LEAST - password.length} more` : null}
            required
          />
          <PasswordInput
            label="The same again"
            autoComplete="new-password"
            value={repeated}
            onChange={(e) => setRepeated(e.currentTarget.value)}
            error={repeated !== '' && differs ? 'differs from the first' : null}
            required
          />
          {failure && (
            <p className="bad" role="alert" style={{ margin: 0 }}>
              {failure}
            </p>
          )}
          <Button type="submit" loading={busy} disabled={!isReady || isShort || differs}>
            Come in
          </Button>
        </Stack>
      </form>
    </main>
  );
}
