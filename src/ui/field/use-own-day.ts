import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, set, update } from 'idb-keyval';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type OwnDay, ownDay } from '@/contract/day/own-day';
import { type FieldReport, type ReportRefusal, reportsAnswer } from '@/contract/day/reports';
import { ApiError, callApi } from '../shared/api';
import { afterReports } from './after-reports';
import { sendable } from './sendable';

const DAY = 'lime own day';
const OUTBOX = 'lime reports';
const TRY_MS = 5000;

export interface Told {
  readonly report: FieldReport;
  readonly refused: ReportRefusal;
}

/**
 * The technician's day as this phone knows it: kept here, so that it is there without a network, with what was reported and not sent
 * yet laid over it. Reports wait here and are sent in their order; each has an id of its own, so that one whose answer was lost counts
 * once all the same.
 */
export function useOwnDay() {
  const client = useQueryClient();
  const [kept, setKept] = useState<OwnDay | null>(null);
  const [waiting, setWaiting] = useState<readonly FieldReport[]>([]);
  const [refused, setRefused] = useState<Told | null>(null);
  const isSending = useRef(false);
  const asked = useQuery({
    queryKey: ['own-day'],
    queryFn: async ({ signal }) => {
      const day = await callApi('/api/day/own', ownDay, { signal });
      await set(DAY, day).catch(() => undefined);
      return day;
    },
    refetchInterval: 20_000,
    retry: false,
  });
  useEffect(() => {
    void get<OwnDay>(DAY).then(
      (day) => setKept(day ?? null),
      () => undefined,
    );
    void get<FieldReport[]>(OUTBOX).then(
      (list) => setWaiting(list ?? []),
      () => undefined,
    );
  }, []);

  const send = useCallback(async (): Promise<void> => {
    if (isSending.current) return;
    isSending.current = true;
    try {
      const list = sendable((await get<FieldReport[]>(OUTBOX)) ?? []);
      if (list.length === 0) return;
      const { outcomes } = await callApi('/api/day/reports', reportsAnswer, {
        method: 'POST',
        body: { reports: list },
      });
      const answered = new Map(outcomes.map((o) => [o.id, o.refused]));
      // What counts stays seen until the day is read anew: no step comes back for a moment to be taken twice.
      const counted = list.filter((r) => answered.get(r.id) === null);
      await client.cancelQueries({ queryKey: ['own-day'] });
      client.setQueryData<OwnDay>(['own-day'], (day) => day && afterReports(day, counted));
      // What was added meanwhile stays.
      await update<FieldReport[]>(OUTBOX, (now) => (now ?? []).filter((r) => !answered.has(r.id)));
      setWaiting((await get<FieldReport[]>(OUTBOX)) ?? []);
      for (const report of list) {
        const why = answered.get(report.id);
        if (why) setRefused({ report, refused: why });
      }
      isSending.current = false;
      // What was too much for one go follows.
      if (((await get<FieldReport[]>(OUTBOX)) ?? []).length > 0) return await send();
      await client.invalidateQueries({ queryKey: ['own-day'] });
    } catch (cause) {
      // Without a network it waits; what the server will never take is not asked again.
      if (!(cause instanceof ApiError) || cause.code === 'offline') return;
      if (cause.code === 'invalid' || cause.code === 'not-found') {
        // Only what was in it: what was added meanwhile, and what follows, stays.
        const gone = new Set(sendable((await get<FieldReport[]>(OUTBOX)) ?? []).map((r) => r.id));
        await update<FieldReport[]>(OUTBOX, (now) => (now ?? []).filter((r) => !gone.has(r.id)));
        setWaiting((await get<FieldReport[]>(OUTBOX)) ?? []);
        await client.invalidateQueries({ queryKey: ['own-day'] });
      }
    } finally {
      isSending.current = false;
    }
  }, [client]);

  useEffect(() => {
    const timer = setInterval(() => void send(), TRY_MS);
    const again = (): void => void send();
    window.addEventListener('online', again);
    void send();
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', again);
    };
  }, [send]);

  const report = useCallback(
    async (one: Omit<FieldReport, 'id' | 'at'>, at: number): Promise<void> => {
      const full: FieldReport = {
        ...one,
        id: crypto.randomUUID(),
        at: new Date(at * 1000).toISOString(),
      };
      await update<FieldReport[]>(OUTBOX, (now) => [...(now ?? []), full]);
      setWaiting((now) => [...now, full]);
      await send();
    },
    [send],
  );
  const known = asked.data ?? kept;
  return {
    day: known === null ? null : afterReports(known, waiting),
    isOld: asked.data === undefined || asked.isError,
    error: asked.error,
    waiting: waiting.length,
    refused,
    report,
    forgetRefused: () => setRefused(null),
  };
}
