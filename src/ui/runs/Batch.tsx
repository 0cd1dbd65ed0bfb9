import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { z } from 'zod';
import { type RunView, runView } from '@/contract/runs/run';
import { priceText } from '../messages/figures';
import { compareAddress } from '../shared/addresses';
import { callApi } from '../shared/api';
import { STATUS_WORDS } from './status';

/** The runs of one batch, a playbook each. */
export function Batch({ run }: { readonly run: RunView }) {
  const { data } = useQuery({
    queryKey: ['run', run.id, 'batch', run.status],
    queryFn: () => callApi(`/api/runs/${run.id}/batch`, z.array(runView)),
    refetchInterval: (query) =>
      query.state.data?.some((r) => r.status === 'queued' || r.status === 'running') ? 2000 : false,
  });
  const runs = data ?? [];
  const drafts = runs.flatMap((r) => (r.draftId ? [r.draftId] : []));
  return (
    <section>
      <h2>The batch</h2>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Playbook</th>
            <th scope="col">State</th>
            <th scope="col" className="number">
              Best price, by itself
            </th>
          </tr>
        </thead>
        <tbody>
          {runs.map((r) => (
            <tr key={r.id}>
              <td>
                {r.id === run.id ? (
                  <b>{r.playbook}</b>
                ) : (
                  <Link className="link" href={`/plan/runs/${r.id}`}>
                    {r.playbook}
                  </Link>
                )}
              </td>
              <td>
                {STATUS_WORDS[r.status]}
                {r.status === 'queued' && r.place !== null && `, place ${r.place}`}
              </td>
              <td className="number">{r.progress.at(-1) ? priceText(r.progress.at(-1)!.price) : '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {drafts.length > 0 && (
        <p>
          <Link className="link" href={compareAddress(run.extent, ['live', ...drafts.slice(0, 3)])}>
            Compare {drafts.length === 1 ? 'its draft' : 'the drafts'} with the live plan
          </Link>
        </p>
      )}
    </section>
  );
}
