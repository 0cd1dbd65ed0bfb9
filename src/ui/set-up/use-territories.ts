import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import type { ValueOf } from '@/contract/registry';
import type { Kept } from '@/contract/shared/object';
import { callApi } from '../shared/api';

export type Territory = ValueOf<'territories'> & Kept;
const listed = z.object({ rows: z.array(z.custom<Territory>()), total: z.int() });

/** The territories that the user sees, by name. */
export function useTerritories(): { territories: readonly Territory[]; isLoading: boolean; error: unknown } {
  const { data, isLoading, error } = useQuery({
    queryKey: ['objects-territories', 'all'],
    queryFn: () => callApi('/api/objects/territories?pageSize=500&sort=name', listed),
    staleTime: 15_000,
  });
  return { territories: data?.rows ?? [], isLoading, error };
}
