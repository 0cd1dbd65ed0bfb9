import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { likeSites } from '@/contract/set-up/answers/join';
import { errorText } from '../../messages/errors';
import { callApi, done } from '../../shared/api';
import { useDraftContext } from '../draft/DraftContext';
import { Part } from './Part';

/** Sites that are most likely the same: each can be joined into this one. */
export function Doubles() {
  const client = useQueryClient();
  const draft = useDraftContext();
  const path = `/api/set-up/sites/${encodeURIComponent(draft.id ?? '')}`;
  const { data } = useQuery({
    queryKey: ['objects-sites', 'like', draft.id, draft.version],
    queryFn: () => callApi(path, likeSites),
    enabled: draft.id !== null,
  });
  const join = useMutation({
    mutationFn: (site: { id: string; version: number }) =>
      callApi(path, done, { method: 'POST', body: { dropId: site.id, dropVersion: site.version } }),
    onSuccess: () => client.invalidateQueries(),
  });
  if (!data || data.length === 0) return null;
  return (
    <Part title="Perhaps the same place">
      {data.map((s) => (
        <p key={s.id} style={{ margin: '4px 0' }}>
          <Link className="link" href={`/set-up/sites/${encodeURIComponent(s.id)}`}>
            {s.name}
          </Link>{' '}
          <span className="quiet">
            {s.distanceM === null ? 'nobody knows where' : `${s.distanceM} m away`}, {s.orders} work orders
          </span>{' '}
          <button
            type="button"
            className="link"
            disabled={join.isPending || draft.changed.length > 0}
            onClick={() => join.mutate(s)}
          >
            join it into this one
          </button>
        </p>
      ))}
      {draft.changed.length > 0 && <p className="quiet">Save or take back your change first.</p>}
      {join.error && <p className="bad">{errorText(join.error)}</p>}
    </Part>
  );
}
