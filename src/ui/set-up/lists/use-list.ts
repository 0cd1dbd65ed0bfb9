import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import { callApi } from '../../shared/api';

const listed = z.object({ rows: z.array(z.custom<ObjectValue>()), total: z.int() });

/** A page of a list, by the query that stands in the address. */
export function useList(object: ObjectName, query: string) {
  return useQuery({
    queryKey: [`objects-${object}`, 'list', query],
    queryFn: ({ signal }) => callApi(`/api/objects/${object}?${query}`, listed, { signal }),
    placeholderData: keepPreviousData,
  });
}
