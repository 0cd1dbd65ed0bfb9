import { useQuery } from '@tanstack/react-query';
import { type ScorelineMore, scorelineMore } from '@/contract/plan/scoreline';
import { callApi } from '../../shared/api';

/** What a plan's figures tell beyond their sums; asked once for all who show some of it. */
export function useScorelineMore(query: string, revision: number): ScorelineMore | undefined {
  return useQuery({
    queryKey: ['plan-scoreline', query, revision],
    queryFn: ({ signal }) => callApi(`/api/plan/scoreline?${query}`, scorelineMore, { signal }),
  }).data;
}
