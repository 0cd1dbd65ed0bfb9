'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { z } from 'zod';
import { errorText } from '../messages/errors';
import { useCompany } from '../set-up/use-company';
import { callApi } from '../shared/api';
import { momentText } from '../shared/time';
import css from './Work.module.css';
import { WorkCrumbs } from './WorkCrumbs';

const shape = z.array(
  z.object({
    id: z.string(),
    event: z.string(),
    channel: z.string(),
    address: z.string(),
    subject: z.string(),
    body: z.string(),
    workOrderId: z.string().nullable(),
    number: z.int().nullable(),
    technician: z.string().nullable(),
    state: z.enum(['waiting', 'sent', 'failed']),
    tries: z.int(),
    failure: z.string().nullable(),
    madeAt: z.string(),
    sentAt: z.string().nullable(),
  }),
);
const LOOK_MS = 5000;

/** What customers and technicians were written; what failed is seen, and can be sent again. */
export function MessagesPage({ mayChange }: { readonly mayChange: boolean }) {
  const client = useQueryClient();
  const { homeZone } = useCompany();
  const { data, error } = useQuery({
    queryKey: ['messages'],
    queryFn: () => callApi('/api/work/messages', shape),
    refetchInterval: LOOK_MS,
  });
  const again = useMutation({
    mutationFn: (id: string) =>
      callApi(`/api/work/messages/${encodeURIComponent(id)}/again`, z.unknown(), {
        method: 'POST',
        body: {},
      }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['messages'] }),
  });
  return (
    <div className={css.page}>
      <WorkCrumbs name="Messages">
        <Link className="link" href="/work/message-templates">
          Templates
        </Link>
      </WorkCrumbs>
      <div className={css.tools}>
        <h1>Messages to customers and technicians</h1>
        <span className="quiet">
          They go to the stand-in for mail and text that comes with the application; nothing leaves this
          machine.
        </span>
      </div>
      <div className={css.table}>
        {error && <p className="bad">{errorText(error)}</p>}
        {!data && !error && <p className="quiet">Reading …</p>}
        {data?.length === 0 && (
          <p>
            None yet. Promising, moving or cancelling a time writes one, and so does a day that changes after
            its technician has seen it.
          </p>
        )}
        {data && data.length > 0 && (
          <table className="figures">
            <thead>
              <tr>
                <th>When</th>
                <th>About</th>
                <th>To</th>
                <th>Message</th>
                <th>State</th>
              </tr>
            </thead>
            <tbody>
              {data.map((m) => (
                <tr key={m.id}>
                  <td>{momentText(m.sentAt ?? m.madeAt, homeZone)}</td>
                  <td>
                    {m.workOrderId && (
                      <Link className="link" href={`/work/orders/${encodeURIComponent(m.workOrderId)}`}>
                        W-{m.number}
                      </Link>
                    )}
                    {m.technician}
                    <div className="quiet">{m.event === 'your-day' ? 'their day' : m.event}</div>
                  </td>
                  <td>
                    {m.address}
                    <div className="quiet">{m.channel}</div>
                  </td>
                  <td>
                    <details>
                      <summary>{m.subject || m.body.slice(0, 60)}</summary>
                      <p className={css.said}>{m.body}</p>
                    </details>
                  </td>
                  <td className={m.state === 'failed' ? 'bad' : undefined}>
                    {m.state}
                    {m.failure && <div className="quiet">{m.failure}</div>}
                    {mayChange && m.state === 'failed' && (
                      <button type="button" className="link" onClick={() => again.mutate(m.id)}>
                        Send again
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </div>
  );
}
