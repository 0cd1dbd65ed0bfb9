import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import type { OwnDay } from '@/contract/day/own-day';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { localToInstant, momentText } from '../../shared/time';
import css from '../Field.module.css';

const WORDS = { asked: 'asked for', granted: 'granted', refused: 'not granted' } as const;

/** Own time off: what was asked for, and asking for more. */
export function Leave({ day }: { readonly day: OwnDay }) {
  const client = useQueryClient();
  const [from, setFrom] = useState('');
  const [until, setUntil] = useState('');
  const [reason, setReason] = useState('');
  const ask = useMutation({
    mutationFn: () =>
      callApi('/api/day/leave', z.unknown(), {
        method: 'POST',
        body: {
          startsAt: localToInstant(from.replace('T', ' '), day.zone),
          endsAt: localToInstant(until.replace('T', ' '), day.zone),
          reason,
        },
      }),
    onSuccess: async () => {
      setFrom('');
      setUntil('');
      setReason('');
      await client.invalidateQueries({ queryKey: ['own-day'] });
    },
  });
  return (
    <>
      {day.leave.map((l) => (
        <p key={l.id}>
          {momentText(l.startAt, day.zone)} to {momentText(l.endAt, day.zone)}: {WORDS[l.state]}
          {l.answer !== '' && ` (“${l.answer}”)`}
        </p>
      ))}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          ask.mutate();
        }}
      >
        <label className={css.field}>
          Off from
          <input
            type="datetime-local"
            required
            value={from}
            onChange={(e) => setFrom(e.currentTarget.value)}
          />
        </label>
        <label className={css.field}>
          Until
          <input
            type="datetime-local"
            required
            value={until}
            onChange={(e) => setUntil(e.currentTarget.value)}
          />
        </label>
        <label className={css.field}>
          Why
          <input maxLength={300} value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
        </label>
        {from !== '' && until !== '' && until <= from && (
          <p className="bad" role="alert">
            It ends before it begins.
          </p>
        )}
        {ask.error && (
          <p className="bad" role="alert">
            {errorText(ask.error)}
          </p>
        )}
        <button
          type="submit"
          className={css.plain}
          disabled={ask.isPending || (from !== '' && until <= from)}
        >
          Ask for it
        </button>
      </form>
    </>
  );
}
