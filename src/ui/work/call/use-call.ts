import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { z } from 'zod';
import type { ObjectValue } from '@/contract/shared/object';
import type { WindowsAsk } from '@/contract/work/call';
import { callApi } from '../../shared/api';

/** What is said on the phone so far. */
export interface Said {
  readonly siteId: string | null;
  readonly jobKindId: string | null;
  readonly assetId: string | null;
  readonly requestId: string | null;
  readonly problemKindId: string | null;
  readonly premisesId: string | null;
  readonly durationMin: number | null;
  readonly priority: number | null;
  readonly summary: string;
  readonly notes: string;
  readonly caller: string;
  readonly callBack: string;
  readonly furtherVisits: number;
  readonly daysBetween: number;
  /** The clock of whoever calls; null is that of the site. */
  readonly zone: string | null;
  readonly personIds: readonly string[];
  readonly furtherDays: number;
  /** Only windows in what the site likes best are shown. */
  readonly isLikedOnly: boolean;
}

const NOTHING: Said = {
  siteId: null,
  jobKindId: null,
  assetId: null,
  requestId: null,
  problemKindId: null,
  premisesId: null,
  durationMin: null,
  priority: null,
  summary: '',
  notes: '',
  caller: '',
  callBack: '',
  furtherVisits: 0,
  daysBetween: 1,
  zone: null,
  personIds: [],
  furtherDays: 0,
  isLikedOnly: false,
};

const one = (object: string, id: string | null) => ({
  queryKey: [`objects-${object}`, 'one', id],
  queryFn: () => callApi(`/api/objects/${object}/${encodeURIComponent(id ?? '')}`, z.custom<ObjectValue>()),
  enabled: id !== null,
});

export function useOne(object: string, id: string | null): ObjectValue | undefined {
  return useQuery(one(object, id)).data;
}

/** The call under way: what is said, begun with what the address and the request know, and what is asked of the server for it. */
export function useCall() {
  const params = useSearchParams();
  const visitId = params.get('visit');
  const [said, setSaid] = useState<Said>(() => ({
    ...NOTHING,
    siteId: params.get('site'),
    jobKindId: params.get('kind'),
    assetId: params.get('asset'),
    requestId: params.get('request'),
  }));
  const set = (change: Partial<Said>): void => setSaid((now) => ({ ...now, ...change }));
  // What was on screen when the call began: a visit of the plan, a work order, an asset.
  const visit = useOne('visits', params.get('of'));
  const order = useOne(
    'work-orders',
    params.get('like') ?? (visit?.workOrderId as string | undefined) ?? null,
  );
  const asset = useOne('assets', said.assetId);
  const orderSite = order?.siteId as string | undefined;
  const assetSite = asset?.siteId as string | undefined;
  useEffect(() => {
    const siteId = orderSite ?? assetSite;
    if (siteId) setSaid((now) => ({ ...now, siteId: now.siteId ?? siteId }));
  }, [orderSite, assetSite]);
  const request = useOne('requests', said.requestId);
  const problem = useOne('problem-kinds', said.problemKindId);
  useEffect(() => {
    if (!request) return;
    setSaid((now) => ({
      ...now,
      siteId: now.siteId ?? (request.siteId as string | null),
      assetId: now.assetId ?? (request.assetId as string | null),
      problemKindId: now.problemKindId ?? (request.problemKindId as string | null),
      notes: now.notes || String(request.said ?? ''),
      caller: now.caller || String(request.caller ?? ''),
      callBack: now.callBack || String(request.callBack ?? ''),
    }));
  }, [request]);
  useEffect(() => {
    const kind = problem?.jobKindId as string | null | undefined;
    if (kind) setSaid((now) => ({ ...now, jobKindId: now.jobKindId ?? kind }));
  }, [problem]);
  const asked = useMemo((): WindowsAsk | null => {
    const scope = { holdId: null, furtherDays: said.furtherDays, personIds: [...said.personIds] };
    if (visitId !== null) return { for: 'visit', visitId, ...scope };
    if (!said.siteId || !said.jobKindId) return null;
    return {
      for: 'new',
      ...scope,
      ask: {
        siteId: said.siteId,
        jobKindId: said.jobKindId,
        assetId: said.assetId,
        requestId: said.requestId,
        durationMin: said.durationMin,
        priority: said.priority,
        premisesId: said.premisesId,
        summary: said.summary,
        notes: said.notes,
        caller: said.caller,
        callBack: said.callBack,
        furtherVisits: said.furtherVisits,
        daysBetween: said.daysBetween,
      },
    };
  }, [said, visitId]);
  return { said, set, asked, visitId, request, problem };
}
