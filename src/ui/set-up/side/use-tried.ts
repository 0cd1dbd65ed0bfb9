import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type TryAnswer, tryAnswer } from '@/contract/set-up/answers/effect';
import { callApi } from '../../shared/api';
import type { Draft } from '../draft/use-draft';

/** What the server says of a draft: asked a moment after the last key. */
export function useTried(
  draft: Draft,
  date: string | null,
): { answer: TryAnswer | null; error: unknown; isAsking: boolean } {
  const [value] = useDebouncedValue(draft.value, 200);
  const { data, error, isFetching } = useQuery({
    queryKey: ['tried', draft.object, draft.id, draft.version, date, value],
    queryFn: ({ signal }) =>
      callApi('/api/set-up/try', tryAnswer, {
        method: 'POST',
        body: { object: draft.object, id: draft.id, value, date },
        signal,
      }),
    placeholderData: keepPreviousData,
    enabled: draft.archivedAt === null,
    staleTime: 30_000,
  });
  return { answer: data ?? null, error, isAsking: isFetching || value !== draft.value };
}
