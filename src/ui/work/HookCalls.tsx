import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { useCompany } from '../set-up/use-company';
import { callApi } from '../shared/api';
import { momentText } from '../shared/time';
import css from './Work.module.css';

const calls = z.array(
  z.object({
    id: z.string(),
    hookId: z.string(),
    event: z.string(),
    state: z.string(),
    tries: z.int(),
    status: z.int().nullable(),
    failure: z.string().nullable(),
    madeAt: z.string(),
  }),
);
const LOOK_MS = 5000;

/** Each call of another program, and what it answered. */
export function HookCalls({ id, mayChange }: { readonly id: string; readonly mayChange: boolean }) {
  const client = useQueryClient();
  const { homeZone } = useCompany();
  const { data } = useQuery({
    queryKey: ['hook-calls'],
    queryFn: () => callApi('/api/work/hook-calls', calls),
    refetchInterval: LOOK_MS,
  });
  const again = useMutation({
    mutationFn: (callId: string) =>
      callApi(`/api/work/hook-calls/${encodeURIComponent(callId)}/again`, z.unknown(), {
        method: 'POST',
        body: {},
      }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['hook-calls'] }),
  });
  const own = data?.filter((c) => c.hookId === id) ?? [];
  return (
    <section className={css.happened} aria-label="Calls">
      <h2>Calls</h2>
      {own.length === 0 && <p className="quiet">It was not called yet.</p>}
      {own.length > 0 && (
        <table className="figures">
          <thead>
            <tr>
              <th>When</th>
              <th>What</th>
              <th>State</th>
              <th>Tries</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {own.map((c) => (
              <tr key={c.id}>
                <td>{momentText(c.madeAt, homeZone)}</td>
                <td>{c.event}</td>
                <td className={c.state === 'failed' ? 'bad' : undefined}>
                  {c.state} {c.status ?? ''} <span className="quiet">{c.failure}</span>
                </td>
                <td>{c.tries}</td>
                <td>
                  {mayChange && c.state === 'failed' && (
                    <button type="button" className="link" onClick={() => again.mutate(c.id)}>
                      Call again
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
