import { Button, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import type { CameBack as Papers, WorkOrderPage } from '@/contract/work/work-list';
import { errorText } from '../../messages/errors';
import { durationText } from '../../messages/figures';
import { callApi } from '../../shared/api';
import { momentText } from '../../shared/time';
import css from '../Work.module.css';

const STATE_WORDS: Readonly<Record<Papers['state'], string>> = {
  came: 'to be looked at',
  'sent-back': 'sent back',
  confirmed: 'confirmed',
};

/** What came back from the field: looked at by the office, and confirmed with the work order or sent back. */
export function CameBack({ page }: { readonly page: WorkOrderPage }) {
  if (page.papers.length === 0) return null;
  const isOpen = page.papers.some((p) => p.state === 'came');
  return (
    <section aria-label="What came back">
      <h2>What came back</h2>
      {page.papers.map((p) => (
        <Part key={`${p.visitId} ${p.part}`} page={page} papers={p} />
      ))}
      {isOpen && page.mayChange && page.order.stage !== 'confirmed' && <SendBack id={page.order.id} />}
    </section>
  );
}

function Part({ page, papers: p }: { readonly page: WorkOrderPage; readonly papers: Papers }) {
  const ticked = new Set(p.tasks);
  const others = p.tasks.filter((t) => !page.tasks.includes(t));
  return (
    <div className={css.visit}>
      <b>
        {p.person}, {momentText(p.saidAt, page.order.zone)}: {STATE_WORDS[p.state]}
        {p.lookedBy !== null && p.state !== 'came' && ` by ${p.lookedBy}`}
      </b>
      {p.backReason !== '' && <p className="bad">{p.backReason}</p>}
      <ul className={css.ticks}>
        {[...page.tasks, ...others].map((t) => (
          <li key={t} data-ticked={ticked.has(t)}>
            <span aria-hidden="true">{ticked.has(t) ? '✓' : '–'}</span> {t}
            {!ticked.has(t) && <span className="quiet"> (not ticked)</span>}
          </li>
        ))}
      </ul>
      {p.parts.length > 0 && <p>Used: {p.parts.map((x) => `${x.count} ${x.name}`).join(', ')}.</p>}
      {p.minutes !== null && <p>{durationText(p.minutes * 60)} on site by their own word.</p>}
      {p.crewMinutes.length > 0 && (
        <p>Of each: {p.crewMinutes.map((c) => `${c.person} ${durationText(c.minutes * 60)}`).join(', ')}.</p>
      )}
      {p.note !== '' && <p className={css.said}>{p.note}</p>}
      {p.photos.length > 0 && (
        <p className={css.photos}>
          {p.photos.map((f, i) => (
            <a key={f.id} href={`/api/day/photos/${f.id}`} target="_blank" rel="noreferrer">
              <img src={`/api/day/photos/${f.id}`} alt={`${i + 1} from the field`} />
            </a>
          ))}
        </p>
      )}
      {p.signature !== '' && (
        <figure className={css.signature}>
          <svg viewBox="0 0 320 120" role="img" aria-label={`Signature of ${p.signedBy || 'somebody'}`}>
            <path d={p.signature} />
          </svg>
          <figcaption className="quiet">{p.signedBy || 'without a name'}</figcaption>
        </figure>
      )}
    </div>
  );
}

function SendBack({ id }: { readonly id: string }) {
  const client = useQueryClient();
  const [isOpen, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const send = useMutation({
    mutationFn: () =>
      callApi(`/api/work/orders/${encodeURIComponent(id)}/send-back`, z.unknown(), {
        method: 'POST',
        body: { reason },
      }),
    onSuccess: async () => {
      setOpen(false);
      setReason('');
      notifications.show({ message: 'Sent back: it stands on their page with the reason.' });
      await client.invalidateQueries({ queryKey: ['work'] });
    },
  });
  if (!isOpen)
    return (
      <Button size="xs" variant="default" onClick={() => setOpen(true)}>
        Send it back …
      </Button>
    );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        send.mutate();
      }}
    >
      <Textarea
        label="What is missing"
        required
        maxLength={500}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        data-autofocus
      />
      {send.error && (
        <p className="bad" role="alert">
          {errorText(send.error)}
        </p>
      )}
      <Button mt={8} size="xs" type="submit" loading={send.isPending} disabled={reason.trim() === ''}>
        Send it back
      </Button>
    </form>
  );
}
