import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { z } from 'zod';
import type { ObjectName } from '@/contract/shared/fields';
import { callApi } from '../../shared/api';
import { useDraftContext } from '../draft/DraftContext';
import { pathOf } from '../listed';
import { Part } from './Part';

const uses = z.object({
  uses: z.array(z.object({ object: z.string(), id: z.string(), title: z.string() })),
  others: z.number(),
});

const SAID: readonly (readonly [ObjectName, string])[] = [
  ['technicians', 'Start, end or fetch parts here'],
  ['crews', 'Crews that start or end here'],
  ['equipment', 'Kept here'],
  ['job-kinds', 'Done here'],
];

/** Who and what one of our own premises holds. */
export function Here() {
  const { id } = useDraftContext();
  const { data } = useQuery({
    queryKey: ['objects-depots', 'uses', id],
    queryFn: () => callApi(`/api/objects/depots/${encodeURIComponent(id ?? '')}?with=uses`, uses),
    enabled: id !== null,
  });
  if (!data) return null;
  const groups = SAID.map(([object, said]) => ({
    object,
    said,
    list: data.uses.filter((u) => u.object === object),
  })).filter((g) => g.list.length > 0);
  return (
    <Part title="Who and what is here">
      {groups.length === 0 && (
        <p className="quiet">
          Nobody starts here yet, no equipment is kept and no kind of work is done here.
        </p>
      )}
      {groups.map((g) => (
        <p key={g.object} style={{ margin: '6px 0' }}>
          {g.said}:{' '}
          {g.list.map((u, i) => (
            <span key={u.id}>
              {i > 0 && ', '}
              <Link className="link" href={pathOf(g.object, u.id)}>
                {u.title}
              </Link>
            </span>
          ))}
          .
        </p>
      ))}
    </Part>
  );
}
