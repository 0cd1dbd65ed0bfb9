'use client';

import { Button, Checkbox, Modal, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { z } from 'zod';
import { type WorkOrderPage, workOrderPage } from '@/contract/work/work-list';
import { errorText } from '../../messages/errors';
import { durationText } from '../../messages/figures';
import { callApi } from '../../shared/api';
import { clock, dateIn, momentText } from '../../shared/time';
import css from '../Work.module.css';
import { WorkCrumbs } from '../WorkCrumbs';
import { stateText } from '../work-columns';
import { CameBack } from './CameBack';
import { Life } from './Life';

const anything = z.unknown();

/** A work order: whom it is for, its visits and their places, what it needs, and its life. */
export function OrderPage({ id }: { readonly id: string }) {
  const { data, error, refetch } = useQuery({
    queryKey: ['work', 'order', id],
    queryFn: ({ signal }) => callApi(`/api/work/orders/${encodeURIComponent(id)}`, workOrderPage, { signal }),
  });
  if (error)
    return (
      <div className="page">
        <p className="bad" role="alert">
          {errorText(error)}{' '}
          <Button size="compact-sm" onClick={() => void refetch()}>
            Try again
          </Button>
        </p>
      </div>
    );
  return (
    <div className={css.page}>
      <WorkCrumbs name={data ? `W-${data.order.number}` : '…'} />
      {data ? <Shown page={data} /> : <p style={{ padding: 24 }}>Reading …</p>}
    </div>
  );
}

function Shown({ page }: { readonly page: WorkOrderPage }) {
  const { order } = page;
  return (
    <div className={css.order}>
      <div>
        <h1>{order.summary}</h1>
        <p className="quiet">
          W-{order.number}
          {order.outsideNumber && ` (${order.outsideNumber})`} · {order.jobKind} · {stateText(order)} · taken
          in {momentText(order.receivedAt, order.zone)}
        </p>
        <p>
          At{' '}
          <Link className="link" href={`/set-up/sites/${encodeURIComponent(order.siteId)}`}>
            {order.site}
          </Link>
          , {page.address}
          {page.customerId && order.customer && (
            <>
              , for{' '}
              <Link className="link" href={`/work/customers/${encodeURIComponent(page.customerId)}`}>
                {order.customer}
              </Link>
            </>
          )}
          {page.asset && (
            <>
              , on{' '}
              <Link className="link" href={`/work/assets/${encodeURIComponent(page.asset.id)}`}>
                {page.asset.name}
              </Link>
            </>
          )}
          .
        </p>
        {page.agreement && (
          <p>
            By the agreement{' '}
            <Link className="link" href={`/work/agreements/${encodeURIComponent(page.agreement.id)}`}>
              {page.agreement.name}
            </Link>
            .
          </p>
        )}
        {page.plan && (
          <p>
            Comes of{' '}
            <Link className="link" href={`/work/maintenance-plans/${encodeURIComponent(page.plan.id)}`}>
              {page.plan.name}
            </Link>
            , due by it on {page.plannedOn}.
          </p>
        )}
        {page.request && (
          <p>
            Answers{' '}
            <Link className="link" href={`/work/requests/${encodeURIComponent(page.request.id)}`}>
              R-{page.request.number}
            </Link>
            : “{page.request.said}” {page.request.caller}
          </p>
        )}
        {page.cancelledFor !== '' && <p className="bad">Cancelled: {page.cancelledFor}</p>}
        {page.mayChange && <Acts page={page} />}
        <h2>Visits</h2>
        {page.visits.length === 0 && <p className="quiet">None.</p>}
        {page.visits.map((v) => (
          <VisitPart key={v.id} page={page} visit={v} />
        ))}
        <Needs page={page} />
        <CameBack page={page} />
        {page.notes !== '' && (
          <>
            <h2>Notes</h2>
            <p className={css.said}>{page.notes}</p>
          </>
        )}
      </div>
      <Life page={page} />
    </div>
  );
}

function VisitPart({
  page,
  visit,
}: {
  readonly page: WorkOrderPage;
  readonly visit: WorkOrderPage['visits'][number];
}) {
  const { zone } = page.order;
  const [first] = visit.seats;
  const isOff = visit.status === 'cancelled';
  const plan =
    page.territoryId &&
    `/plan?territories=${page.territoryId}&from=${dateIn(first?.startAt ?? visit.windows[0]?.startAt ?? visit.dueAt, zone)}&selected=visit:${visit.id}`;
  return (
    <div className={css.visit} data-loose={!first} data-off={isOff}>
      <b>
        {first
          ? `${visit.seats.map((s) => s.person).join(' and ')}, ${momentText(first.startAt, zone)}–${clock(first.endAt, zone)}`
          : isOff
            ? 'cancelled'
            : 'a loose end'}
      </b>
      <div className="quiet">
        {visit.continuesPart !== null && `goes on with visit ${visit.continuesPart}, `}
        {durationText(visit.durationMin * 60)}, priority {visit.priority}, due {momentText(visit.dueAt, zone)}
        {visit.windows
          .map((w) => `, promised ${momentText(w.startAt, zone)}–${clock(w.endAt, zone)}`)
          .join('')}
      </div>
      {!isOff && (
        <span>
          {plan && (
            <Link className="link" href={plan}>
              See it on the plan
            </Link>
          )}
          {page.mayChange && page.order.stage === 'open' && (
            <>
              {' · '}
              <Link className="link" href={`/work/call?visit=${encodeURIComponent(visit.id)}`}>
                {visit.windows.length > 0 ? 'Rebook' : 'Promise a time'}
              </Link>
            </>
          )}
        </span>
      )}
    </div>
  );
}

function Needs({ page }: { readonly page: WorkOrderPage }) {
  if (page.parts.length === 0 && page.tasks.length === 0) return null;
  return (
    <>
      <h2>Needs</h2>
      <ul>
        {page.parts.map((p) => (
          <li key={p.id} className={p.isShort ? 'bad' : undefined}>
            {p.name}:{' '}
            {p.isShort
              ? 'short, no van and no depot has it'
              : p.aboard.length > 0
                ? `aboard with ${p.aboard.join(', ')}`
                : `to be fetched at ${p.depots.join(' or ')}`}
          </li>
        ))}
        {page.tasks.map((t) => (
          <li key={t}>{t}</li>
        ))}
      </ul>
    </>
  );
}

function Acts({ page }: { readonly page: WorkOrderPage }) {
  const { order } = page;
  const client = useQueryClient();
  const [isCancelling, setCancelling] = useState(false);
  const base = `/api/work/orders/${encodeURIComponent(order.id)}`;
  const done = async (message: string): Promise<void> => {
    notifications.show({ message });
    await client.invalidateQueries({ queryKey: ['work'] });
    await client.invalidateQueries({ queryKey: ['commands'] });
  };
  const stage = useMutation({
    mutationFn: (to: string) => callApi(`${base}/stage`, anything, { method: 'POST', body: { stage: to } }),
    onSuccess: (_answer, to) =>
      done(to === 'open' ? `W-${order.number} is open again.` : `W-${order.number} is ${to}.`),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
  });
  const another = useMutation({
    mutationFn: () => callApi(`${base}/visits`, anything, { method: 'POST', body: {} }),
    onSuccess: () => done(`W-${order.number} has another visit: a loose end so far.`),
    onError: (cause) => notifications.show({ title: 'Not made', message: errorText(cause), color: 'grape' }),
  });
  return (
    <div className={css.acts}>
      {order.stage === 'open' && (
        <>
          <Button size="xs" variant="default" onClick={() => stage.mutate('done')}>
            It is done
          </Button>
          <Button size="xs" variant="default" loading={another.isPending} onClick={() => another.mutate()}>
            Another visit
          </Button>
          <Button size="xs" variant="default" onClick={() => setCancelling(true)}>
            Cancel it …
          </Button>
        </>
      )}
      {order.stage === 'done' && (
        <Button size="xs" onClick={() => stage.mutate('confirmed')}>
          Confirm
        </Button>
      )}
      {order.stage !== 'open' && (
        <Button size="xs" variant="default" onClick={() => stage.mutate('open')}>
          Open it again
        </Button>
      )}
      <CancelDialog
        isOpen={isCancelling}
        label={`W-${order.number}`}
        onClose={() => setCancelling(false)}
        onCancel={async (reason, tell) => {
          await callApi(`${base}/cancel`, anything, { method: 'POST', body: { reason, tell } });
          setCancelling(false);
          await done(`W-${order.number} is cancelled.`);
        }}
      />
    </div>
  );
}

interface CancelProps {
  readonly isOpen: boolean;
  readonly label: string;
  readonly onClose: () => void;
  readonly onCancel: (reason: string, tell: boolean) => Promise<void>;
}

function CancelDialog({ isOpen, label, onClose, onCancel }: CancelProps) {
  const [reason, setReason] = useState('');
  const [tell, setTell] = useState(true);
  const [failure, setFailure] = useState<unknown>(null);
  const [isBusy, setBusy] = useState(false);
  const cancel = async (): Promise<void> => {
    setBusy(true);
    setFailure(null);
    await onCancel(reason.trim(), tell).catch(setFailure);
    setBusy(false);
  };
  return (
    <Modal opened={isOpen} onClose={onClose} title={`Cancel ${label}`}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void cancel();
        }}
      >
        <p>Its open visits come off the plan; their time is free. It stays seen here.</p>
        <Textarea
          label="Why"
          required
          maxLength={500}
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
          data-autofocus
        />
        <Checkbox
          mt={12}
          label="Tell the customer"
          checked={tell}
          onChange={(e) => setTell(e.currentTarget.checked)}
        />
        {failure !== null && (
          <p className="bad" role="alert">
            {errorText(failure)}
          </p>
        )}
        <Button mt={16} type="submit" loading={isBusy} disabled={reason.trim() === ''}>
          Cancel the work order
        </Button>
      </form>
    </Modal>
  );
}
