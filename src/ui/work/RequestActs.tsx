import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { z } from 'zod';
import { workList } from '@/contract/work/work-list';
import { useDraftContext } from '../set-up/draft/DraftContext';
import { callApi } from '../shared/api';
import css from './Work.module.css';
import { WorkTable } from './WorkTable';

const kinds = z.array(z.object({ jobKindId: z.string(), name: z.string(), times: z.int() }));

/** What came of a request, and the one step from it to a work order. */
export function RequestActs({ id, mayChange }: { readonly id: string; readonly mayChange: boolean }) {
  const { value } = useDraftContext();
  const problem = (value.problemKindId as string | null) ?? null;
  const orders = useQuery({
    queryKey: ['work', 'of-request', id],
    queryFn: () => callApi(`/api/work?requestId=${encodeURIComponent(id)}`, workList),
  });
  const likely = useQuery({
    queryKey: ['problem', problem],
    queryFn: () => callApi(`/api/work/problems/${encodeURIComponent(problem ?? '')}`, kinds),
    enabled: problem !== null,
  });
  return (
    <section className={css.happened} aria-label="What came of it">
      <h2>What came of it</h2>
      {orders.data?.rows.length === 0 && <p className="quiet">No work order yet.</p>}
      {orders.data && orders.data.rows.length > 0 && (
        <WorkTable rows={orders.data.rows} now={orders.data.now} />
      )}
      {likely.data && likely.data.length > 0 && (
        <p className="quiet">
          Such problems were {likely.data.map((k) => `${k.name} (${k.times})`).join(', ')}.
        </p>
      )}
      {mayChange && value.siteId !== null && (
        <Button component={Link} href={`/work/call?request=${encodeURIComponent(id)}`} size="xs" mt={8}>
          Make it a work order
        </Button>
      )}
    </section>
  );
}
