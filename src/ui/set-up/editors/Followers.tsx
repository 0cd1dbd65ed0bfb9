import { Checkbox } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { FOLLOWING, type Following, followersView } from '@/contract/set-up/answers/follow';
import { fieldText } from '../../messages/fields';
import { callApi } from '../../shared/api';
import { useDraftContext } from '../draft/DraftContext';
import { Part } from './Part';

/** What each visit has of its own from when it was made: asked whether the open ones follow a change. */
export function Followers() {
  const draft = useDraftContext();
  const changed = FOLLOWING.filter((f) => draft.changed.includes(f));
  const [follow, setFollow] = useState<readonly Following[]>(FOLLOWING);
  const [planned, setPlanned] = useState(false);
  const { data } = useQuery({
    queryKey: ['objects-visits', 'followers', draft.id, draft.version],
    queryFn: () => callApi(`/api/set-up/kinds/${encodeURIComponent(draft.id ?? '')}`, followersView),
    enabled: draft.id !== null && changed.length > 0,
  });
  const isAsked = draft.id !== null && changed.length > 0 && data !== undefined;
  useEffect(() => {
    const path = `/api/set-up/kinds/${encodeURIComponent(draft.id ?? '')}`;
    draft.saveBy(isAsked ? { path, more: { follow, planned } } : null);
  });
  if (!isAsked) return null;
  const asked = changed.filter((f) => data[f].loose + data[f].planned > 0);
  if (asked.length === 0) return null;
  const isPlanned = asked.some((f) => data[f].planned > 0);
  return (
    <Part title="Open visits of it">
      {asked.map((f) => (
        <Checkbox
          key={f}
          mb={8}
          label={`${fieldText(f)}: ${data[f].loose} loose ends that have what the kind said follow`}
          checked={follow.includes(f)}
          onChange={(e) =>
            setFollow(e.currentTarget.checked ? [...follow, f] : follow.filter((x) => x !== f))
          }
        />
      ))}
      {isPlanned && (
        <Checkbox
          mb={8}
          label={`those that the live plan has, too (${Math.max(...asked.map((f) => data[f].planned))}); their days may then not work any more`}
          checked={planned}
          onChange={(e) => setPlanned(e.currentTarget.checked)}
        />
      )}
      <p className="quiet">
        What was set at a visit by hand stays. Skills, people and all else follow by themselves.
      </p>
    </Part>
  );
}
