'use client';

import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { z } from 'zod';
import { draftRow } from '@/contract/plan/plan-view';
import { runView } from '@/contract/runs/run';
import { errorText } from '../../messages/errors';
import { priceText } from '../../messages/figures';
import { STATUS_WORDS } from '../../runs/status';
import { TemplatesList } from '../../runs/TemplatesList';
import { compareAddress, draftAddress } from '../../shared/addresses';
import { callApi } from '../../shared/api';
import { dayText } from '../../shared/time';
import { Accepted } from './Accepted';

const days = (first: string, last: string): string =>
  first === last ? dayText(first) : `${dayText(first)} to ${dayText(last)}`;

/** Drafts to judge, and the runs that made them. */
export function DraftsPage({ mayRun }: { readonly mayRun: boolean }) {
  const drafts = useQuery({ queryKey: ['drafts'], queryFn: () => callApi('/api/drafts', z.array(draftRow)) });
  const runs = useQuery({
    queryKey: ['runs'],
    queryFn: () => callApi('/api/runs', z.array(runView)),
  });
  const failure = drafts.error ?? runs.error;
  return (
    <div className="page">
      <h1>Drafts</h1>
      <p className="quiet">
        Each run leaves a draft. Open it, compare it with the live plan, accept it or throw it away.
      </p>
      {failure && (
        <p className="bad" role="alert">
          {errorText(failure)}{' '}
          <Button
            size="compact-sm"
            onClick={() => {
              void drafts.refetch();
              void runs.refetch();
            }}
          >
            Try again
          </Button>
        </p>
      )}
      {drafts.isPending && <p className="quiet">Looking them up …</p>}
      {drafts.data?.length === 0 && (
        <p>
          No drafts yet.{' '}
          <Link href="/plan" className="link">
            Open the plan
          </Link>{' '}
          and choose Optimize to make one.
        </p>
      )}
      {drafts.data && drafts.data.length > 0 && (
        <table className="figures">
          <thead>
            <tr>
              <th>Draft</th>
              <th>Extent</th>
              <th>Playbook</th>
              <th className="number">Price</th>
              <th>State</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {drafts.data.map((d) => (
              <tr key={d.id}>
                <td>
                  <Link className="link" href={draftAddress(d)}>
                    {d.name}
                  </Link>
                </td>
                <td>
                  {days(d.firstDate, d.lastDate)}
                  <div className="quiet">{d.territoryNames.join(', ')}</div>
                </td>
                <td>{d.playbook}</td>
                <td className="number">{d.price === null ? '–' : priceText(d.price)}</td>
                <td>{d.status === 'open' ? 'open' : 'accepted'}</td>
                <td>
                  <Link className="link" href={compareAddress(d, ['live', d.id])}>
                    compare
                  </Link>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Accepted />
      <TemplatesList mayChange={mayRun} />
      <h2>Runs</h2>
      {runs.data?.length === 0 && <p className="quiet">No runs yet.</p>}
      {runs.data && runs.data.length > 0 && (
        <table className="figures">
          <thead>
            <tr>
              <th>Started</th>
              <th>Extent</th>
              <th>Playbook</th>
              <th>By</th>
              <th>State</th>
            </tr>
          </thead>
          <tbody>
            {runs.data.map((r) => (
              <tr key={r.id}>
                <td>
                  <Link className="link" href={`/plan/runs/${r.id}`}>
                    {new Date(r.createdAt).toLocaleString('en-GB', {
                      dateStyle: 'medium',
                      timeStyle: 'short',
                    })}
                  </Link>
                </td>
                <td>
                  {days(r.extent.firstDate, r.extent.lastDate)}
                  <div className="quiet">{r.territoryNames.join(', ')}</div>
                </td>
                <td>{r.playbook}</td>
                <td>{r.createdBy}</td>
                <td className={r.status === 'failed' ? 'bad' : ''}>{STATUS_WORDS[r.status]}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
