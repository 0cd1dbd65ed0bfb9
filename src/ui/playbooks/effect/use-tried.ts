import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type TriedPlaybook, triedPlaybook } from '@/contract/playbooks/answers';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import type { Extent } from '@/contract/runs/run';
import { callApi } from '../../shared/api';

/** What a playbook does to a plan: asked a moment after the last key. */
export function useTriedPlaybook(asked: {
  readonly content: PlaybookContent;
  readonly versionId: string;
  readonly planId: string;
  readonly extent: Extent | null;
  readonly isValid: boolean;
}): { readonly answer: TriedPlaybook | null; readonly error: unknown; readonly isAsking: boolean } {
  const { versionId, planId, extent, isValid } = asked;
  const [content] = useDebouncedValue(asked.content, 180);
  const { data, error, isFetching } = useQuery({
    queryKey: ['tried-playbook', versionId, planId, extent, content],
    queryFn: ({ signal }) =>
      callApi('/api/playbooks/try', triedPlaybook, {
        method: 'POST',
        body: { content, versionId, planId, extent },
        signal,
      }),
    placeholderData: keepPreviousData,
    enabled: isValid,
    staleTime: 30_000,
  });
  return { answer: data ?? null, error, isAsking: isFetching || content !== asked.content };
}
