'use client';

import { Button, PasswordInput, Stack, TextInput } from '@mantine/core';
import { useMounted } from '@mantine/hooks';
import { useState } from 'react';
import { errorText } from '../messages/errors';
import { ApiError, callApi, done } from '../shared/api';
import { Mark } from '../shared/Mark';
import css from './SignIn.module.css';

export interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  readonly territories: number;
}

/** Sign in with a password, or, in the demo, as one of its people. */
export function SignIn({
  demoPeople,
  next,
}: {
  readonly demoPeople: readonly DemoPerson[];
  readonly next: string;
}) {
  // Until the page answers to clicks its buttons say so, and no click is lost.
  const isReady = useMounted();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const enter = async (path: string, body: unknown): Promise<void> => {
    setBusy(true);
    setFailure(null);
    try {
      await callApi(path, done, { method: 'POST', body });
      // A whole page load, so that nothing fetched for somebody else is shown.
      window.location.replace(next);
    } catch (cause) {
      const isWrong = cause instanceof ApiError && cause.code === 'not-found';
      setFailure(isWrong ? 'E-mail address and password do not go together.' : errorText(cause));
      setBusy(false);
    }
  };
  return (
    <main className={css.page}>
      <div className={css.mark}>
        <Mark size={72} />
        <h1>Lime Knot</h1>
        <p className="quiet">A day is a cord, a visit is a knot on it.</p>
      </div>
      <form
        className={css.form}
        // Never in the address, even if it is sent before the page is ready.
        method="post"
        onSubmit={(e) => {
          e.preventDefault();
          void enter('/api/session', { email, password });
        }}
      >
        <Stack gap="md">
          <TextInput
            label="E-mail"
            type="email"
            autoComplete="username"
            value={email}
            onChange={(e) => setEmail(e.currentTarget.value)}
            required
          />
          <PasswordInput
            label="Password"
            autoComplete="current-password"
            value={password}
            onChange={(e) => setPassword(e.currentTarget.value)}
            required
          />
          {failure && (
            <p className="bad" role="alert" style={{ margin: 0 }}>
              {failure}
            </p>
          )}
          <Button type="submit" loading={busy} disabled={!isReady}>
            Sign in
          </Button>
        </Stack>
        {demoPeople.length > 0 && (
          <section className={css.demo}>
            <h2>Demo: come in as</h2>
            <ul>
              {demoPeople.map((p) => (
                <li key={p.id}>
                  <button
                    type="button"
                    disabled={busy || !isReady}
                    onClick={() => void enter('/api/session/demo', { userId: p.id })}
                  >
                    <b>{p.name}</b>
                    <span className="quiet">
                      {p.role}
                      {p.territories === 0
                        ? ''
                        : p.territories === 1
                          ? ', 1 territory'
                          : `, ${p.territories} territories`}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </form>
    </main>
  );
}
