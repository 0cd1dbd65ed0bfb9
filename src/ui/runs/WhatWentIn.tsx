import { Button, Group } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { z } from 'zod';
import { readAsk } from '@/contract/runs/ask';
import type { RunView } from '@/contract/runs/run';
import { errorText } from '../messages/errors';
import { budgetText } from '../messages/runs/sentence';
import { callApi } from '../shared/api';
import { RunFiles } from './RunFiles';

/** All that went into a run, so that it can be done again. */
export function WhatWentIn({ run }: { readonly run: RunView }) {
  const router = useRouter();
  const ask = readAsk(run.asked, run);
  const again = useMutation({
    mutationFn: () =>
      callApi(`/api/runs/${run.id}/again`, z.object({ id: z.string() }), { method: 'POST', body: {} }),
    onSuccess: ({ id }) => router.push(`/plan/runs/${id}`),
  });
  const { outcome } = run;
  const rows: readonly (readonly [string, React.ReactNode])[] = [
    [
      'Playbook',
      <Link key="p" className="link" href={`/playbooks/${encodeURIComponent(run.playbookVersionId)}`}>
        {run.playbook}
      </Link>,
    ],
    ['Seed', run.seed],
    ['Budget', budgetText(ask.budget)],
    ['Threads', ask.threads ?? 'as many as help'],
    ['Problem, SHA-256', <code key="h">{run.problemHash ?? '–'}</code>],
    ...(outcome?.code === 'draft'
      ? ([
          ['Iterations', outcome.iterations.toLocaleString('en')],
          ['Code', outcome.codeVersion],
          ['Time zone data', outcome.zoneData],
        ] as const)
      : []),
    ['Attempts', run.attempts],
    ['Asked', new Date(run.createdAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'medium' })],
  ];
  return (
    <section>
      <h2>What went in</h2>
      <table className="figures">
        <tbody>
          {rows.map(([name, value]) => (
            <tr key={name}>
              <th scope="row" style={{ textAlign: 'left', fontWeight: 400 }}>
                {name}
              </th>
              <td>{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {(run.status === 'done' || run.status === 'failed') && run.origin === 'search' && (
        <Group gap="md" mt="sm">
          <Button variant="default" onClick={() => again.mutate()} loading={again.isPending}>
            Run again exactly
          </Button>
          <span className="quiet">
            {ask.budget.kind === 'iterations'
              ? 'The same problem, seed and iterations: the same plan, to the second.'
              : 'The same problem and seed; by the clock it may come to another plan. Iterations would repeat it.'}
          </span>
        </Group>
      )}
      <RunFiles run={run} />
      {again.error && (
        <p className="bad" role="alert">
          {errorText(again.error)}
        </p>
      )}
    </section>
  );
}
