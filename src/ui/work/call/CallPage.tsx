'use client';

import { Button, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import {
  holdAnswer,
  promiseAnswer,
  type WindowOffered,
  type WindowsAsk,
  windowsAnswer,
} from '@/contract/work/call';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { clock, momentText } from '../../shared/time';
import { WorkCrumbs } from '../WorkCrumbs';
import css from './Call.module.css';
import { Chosen } from './Chosen';
import { Known } from './Known';
import { SaidForm } from './SaidForm';
import { useCall } from './use-call';
import { WhyNone } from './WhyNone';
import { Windows } from './Windows';

const FURTHER_DAYS = 14;

interface Held {
  readonly holdId: string;
  readonly leftSec: number;
  readonly window: WindowOffered;
  /** By this machine's clock, in milliseconds. */
  readonly until: number;
}

/** A time is promised while somebody is on the phone: what they want at the left, the windows that can be kept at the right. */
export function CallPage() {
  const call = useCall();
  const { said, set, asked, visitId } = call;
  const router = useRouter();
  const client = useQueryClient();
  const [held, setHeld] = useState<Held | null>(null);
  const [reason, setReason] = useState('');
  const heldRef = useRef<string | null>(null);
  heldRef.current = held?.holdId ?? null;
  const { data, error, isFetching, refetch } = useQuery({
    queryKey: ['windows', asked],
    queryFn: ({ signal }) =>
      callApi('/api/work/windows', windowsAnswer, {
        method: 'POST',
        body: { ...asked, holdId: heldRef.current },
        signal,
      }),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const liked = data?.windows.filter((w) => w.isLiked) ?? [];
  const shown = data && said.isLikedOnly && liked.length > 0 ? { ...data, windows: liked } : data;
  const letGo = (holdId: string): void => {
    void callApi(`/api/work/holds/${holdId}`, z.unknown(), { method: 'DELETE' }).catch(() => undefined);
  };
  // Whoever leaves keeps nothing.
  useEffect(
    () => () => {
      if (heldRef.current) letGo(heldRef.current);
    },
    [],
  );
  const hold = useMutation({
    mutationFn: (w: WindowOffered) =>
      callApi('/api/work/holds', holdAnswer, {
        method: 'POST',
        body: { asked: asked as WindowsAsk, startAt: w.startAt, endAt: w.endAt },
      }),
    onSuccess: (answer) => setHeld({ ...answer, until: Date.now() + answer.leftSec * 1000 }),
    onError: async (cause) => {
      notifications.show({ title: 'Not held', message: errorText(cause), color: 'grape' });
      await refetch();
    },
  });
  const promise = useMutation({
    mutationFn: (holdId: string) =>
      callApi('/api/work/promises', promiseAnswer, { method: 'POST', body: { holdId, reason } }),
    onSuccess: async (answer) => {
      setHeld(null);
      heldRef.current = null;
      notifications.show({
        message: `${answer.label} is promised: ${momentText(answer.startAt, data?.zone ?? 'UTC')}–${clock(answer.endAt, data?.zone ?? 'UTC')}.`,
      });
      await client.invalidateQueries({ queryKey: ['work'] });
      await client.invalidateQueries({ queryKey: ['commands'] });
      router.push(`/work/orders/${encodeURIComponent(answer.workOrderId)}`);
    },
    onError: async (cause) => {
      setHeld(null);
      notifications.show({ title: 'Not promised', message: errorText(cause), color: 'grape' });
      await refetch();
    },
  });
  const without = useMutation({
    mutationFn: () =>
      callApi('/api/work/orders', z.object({ id: z.string(), label: z.string() }), {
        method: 'POST',
        body: asked?.for === 'new' ? asked.ask : {},
      }),
    onSuccess: async ({ id, label }) => {
      notifications.show({ message: `${label} is taken in as a loose end.` });
      await client.invalidateQueries({ queryKey: ['work'] });
      router.push(`/work/orders/${encodeURIComponent(id)}`);
    },
    onError: (cause) =>
      notifications.show({ title: 'Not taken in', message: errorText(cause), color: 'grape' }),
  });
  return (
    <>
      <WorkCrumbs name={visitId === null ? 'Promise a time' : 'Rebook'} />
      <div className={css.call}>
        <div className={css.said}>
          <h1>{visitId === null ? 'Promise a time' : 'Another time'}</h1>
          {visitId === null ? (
            <SaidForm said={said} set={set} problem={call.problem} />
          ) : (
            <Textarea
              label="Why it is changed"
              maxLength={500}
              value={reason}
              onChange={(e) => setReason(e.currentTarget.value)}
            />
          )}
          {data && <Known answer={data} siteId={said.siteId} />}
          {visitId === null && asked !== null && (
            <Button
              mt={16}
              size="xs"
              variant="default"
              loading={without.isPending}
              onClick={() => without.mutate()}
            >
              Take it in without a time
            </Button>
          )}
        </div>
        <div className={css.windows} aria-busy={isFetching}>
          <div className={css.head}>
            <h2>Windows that can be kept</h2>
            <span className="quiet">the lower the bar, the less it costs the plan</span>
            {held && (
              <Countdown
                until={held.until}
                onOver={() => {
                  setHeld(null);
                  notifications.show({ message: 'The time is free again: it was held for too long.' });
                }}
              />
            )}
          </div>
          {asked === null && (
            <p className={css.none}>
              Say at the left where it is and what is to be done: the windows that can truly be kept stand
              here.
            </p>
          )}
          {asked !== null && error && (
            <p className="bad" role="alert">
              {errorText(error)}
            </p>
          )}
          {asked !== null && !data && !error && <p className="quiet">Trying every window …</p>}
          {asked !== null && data && !error && (
            <>
              {shown && shown.windows.length > 0 ? (
                <Windows
                  answer={shown}
                  chosen={held?.window ?? null}
                  isBusy={hold.isPending}
                  callerZone={said.zone}
                  onChoose={(w) => hold.mutate(w)}
                />
              ) : (
                <WhyNone answer={data} />
              )}
              <p className="quiet">
                Underlined by a cord: best for the plan. Paler: can be kept, but dearer. Not shown: cannot be
                kept.{' '}
                <button
                  type="button"
                  className="link"
                  onClick={() => set({ furtherDays: Math.min(60, said.furtherDays + FURTHER_DAYS) })}
                >
                  Later days
                </button>
                {data.windows.some((w) => w.isLiked) && (
                  <>
                    {' · '}
                    <button
                      type="button"
                      className="link"
                      onClick={() => set({ isLikedOnly: !said.isLikedOnly })}
                    >
                      {said.isLikedOnly ? 'All windows' : 'Only what they like'}
                    </button>
                  </>
                )}
                {said.personIds.length > 0 && (
                  <>
                    {' · '}
                    <button type="button" className="link" onClick={() => set({ personIds: [] })}>
                      Anybody again
                    </button>
                  </>
                )}
              </p>
              {held && (
                <Chosen
                  answer={data}
                  window={held.window}
                  isBusy={promise.isPending}
                  onPromise={() => promise.mutate(held.holdId)}
                  onOthers={(personIds) => {
                    letGo(held.holdId);
                    setHeld(null);
                    set({ personIds });
                  }}
                  isRebooking={visitId !== null}
                  callerZone={said.zone}
                />
              )}
            </>
          )}
        </div>
      </div>
    </>
  );
}

const SECOND_MS = 1000;

function Countdown({ until, onOver }: { readonly until: number; readonly onOver: () => void }) {
  const [now, setNow] = useState(() => Date.now());
  const over = useRef(onOver);
  over.current = onOver;
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), SECOND_MS);
    return () => clearInterval(timer);
  }, []);
  const left = Math.max(0, Math.ceil((until - now) / SECOND_MS));
  useEffect(() => {
    if (left === 0) over.current();
  }, [left]);
  return (
    <span className={css.clock}>
      held for this call:{' '}
      <b>
        {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}
      </b>
    </span>
  );
}
