'use client';

import { Button, FileButton, Group, Stack, Textarea, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { z } from 'zod';
import { type IncomingAsk, incomingMails } from '@/contract/work/mails';
import { errorText } from '../messages/errors';
import { useCompany } from '../set-up/use-company';
import { callApi } from '../shared/api';
import { momentText } from '../shared/time';
import css from './Work.module.css';
import { WorkCrumbs } from './WorkCrumbs';

const LOOK_MS = 3000;
const put = z.object({ id: z.string(), isNew: z.boolean() });
const STATE_WORDS = { waiting: 'being read', taken: 'taken in', failed: 'not taken in' } as const;

/** What came in by mail and the request that each became; with a stand-in for whoever writes. */
export function MailPage({ mayChange }: { readonly mayChange: boolean }) {
  const client = useQueryClient();
  const { homeZone } = useCompany();
  const { data, error } = useQuery({
    queryKey: ['work', 'mails'],
    queryFn: () => callApi('/api/work/mails', incomingMails),
    refetchInterval: LOOK_MS,
  });
  const send = useMutation({
    mutationFn: (ask: IncomingAsk) => callApi('/api/work/mails', put, { method: 'POST', body: ask }),
    onSuccess: async ({ isNew }) => {
      notifications.show({ message: isNew ? 'It is in the mailbox.' : 'This mail is here already.' });
      await client.invalidateQueries({ queryKey: ['work', 'mails'] });
    },
  });
  return (
    <div className={css.page}>
      <WorkCrumbs name="Mail" />
      <div className={css.tools}>
        <h1>Mail that came in</h1>
        <span className="quiet">
          Each becomes a request: at the work order or serial number that it speaks of, else with whoever
          wrote.
        </span>
      </div>
      <div className={css.mail}>
        <div>
          {error && (
            <p className="bad" role="alert">
              {errorText(error)}
            </p>
          )}
          {!data && !error && <p className="quiet">Reading …</p>}
          {data?.length === 0 && <p>None yet.</p>}
          {data && data.length > 0 && (
            <table className="figures">
              <thead>
                <tr>
                  <th>When</th>
                  <th>From</th>
                  <th>Subject</th>
                  <th>Became</th>
                </tr>
              </thead>
              <tbody>
                {data.map((m) => (
                  <tr key={m.id}>
                    <td style={{ whiteSpace: 'nowrap' }}>{momentText(m.arrivedAt, homeZone)}</td>
                    <td>{m.sender || '–'}</td>
                    <td>{m.subject || '–'}</td>
                    <td className={m.state === 'failed' ? 'bad' : undefined}>
                      {m.request ? (
                        <>
                          <Link className="link" href={`/work/requests/${encodeURIComponent(m.request.id)}`}>
                            R-{m.request.number}
                          </Link>
                          <div className="quiet">{m.request.site ?? 'at a place that is not known'}</div>
                        </>
                      ) : (
                        STATE_WORDS[m.state]
                      )}
                      {m.failure && <div>{m.failure}</div>}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </div>
        {mayChange && (
          <StandIn
            isBusy={send.isPending}
            refused={send.error ? errorText(send.error) : null}
            onSend={(ask) => send.mutateAsync(ask)}
          />
        )}
      </div>
    </div>
  );
}

interface StandInProps {
  readonly isBusy: boolean;
  readonly refused: string | null;
  readonly onSend: (ask: IncomingAsk) => Promise<unknown>;
}

/** Stands in for a mail service: one writes as a customer would, or puts in a mail that was kept as a file. */
function StandIn({ isBusy, refused, onSend }: StandInProps) {
  const [said, setSaid] = useState({ from: '', name: '', subject: '', text: '' });
  const set = (change: Partial<typeof said>): void => setSaid((now) => ({ ...now, ...change }));
  const sent = (ask: IncomingAsk): void => {
    void onSend(ask).then(
      () => setSaid({ from: '', name: '', subject: '', text: '' }),
      // What was refused stays as it was written.
      () => undefined,
    );
  };
  return (
    <form
      className={css.standIn}
      aria-label="Write as a customer"
      onSubmit={(event) => {
        event.preventDefault();
        sent(said);
      }}
    >
      <h2>Write as a customer</h2>
      <p className="quiet">
        The stand-in for a mail service that comes with the application. A real one passes mails on to{' '}
        <code>/api/work/mails</code>.
      </p>
      <Stack gap={8}>
        <Group gap={8} grow>
          <TextInput
            size="xs"
            type="email"
            required
            label="From"
            maxLength={254}
            value={said.from}
            onChange={(e) => set({ from: e.currentTarget.value })}
          />
          <TextInput
            size="xs"
            label="Name"
            maxLength={120}
            value={said.name}
            onChange={(e) => set({ name: e.currentTarget.value })}
          />
        </Group>
        <TextInput
          size="xs"
          label="Subject"
          maxLength={300}
          value={said.subject}
          onChange={(e) => set({ subject: e.currentTarget.value })}
        />
        <Textarea
          size="xs"
          label="What they write"
          required
          autosize
          minRows={5}
          maxLength={20_000}
          value={said.text}
          onChange={(e) => set({ text: e.currentTarget.value })}
        />
        {refused && (
          <p className="bad" role="alert">
            {refused}
          </p>
        )}
        <Group gap={12}>
          <Button type="submit" size="xs" loading={isBusy}>
            Send it
          </Button>
          <FileButton
            accept=".eml,message/rfc822"
            onChange={(file) => {
              if (file) void file.text().then((raw) => sent({ raw }));
            }}
          >
            {(props) => (
              <Button {...props} size="xs" variant="default" disabled={isBusy}>
                Put in a file …
              </Button>
            )}
          </FileButton>
        </Group>
      </Stack>
    </form>
  );
}
