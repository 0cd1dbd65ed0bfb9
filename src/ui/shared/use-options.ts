import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { ObjectValue } from '@/contract/shared/object';
import { callApi } from './api';

export interface Option {
  readonly value: string;
  readonly label: string;
}
const listed = z.object({ rows: z.array(z.custom<ObjectValue>()), total: z.int() });
/** As many as a page of the list holds; of more, those that a search finds. */
const MOST = 500;

export function titleOf(object: ObjectName, value: ObjectValue): string {
  return object === 'work-orders'
    ? `W-${String(value.number)}`
    : String(value[objectKind(object).title] ?? value.id);
}

/** Objects of a kind to choose from. */
export function useOptions(
  object: ObjectName,
  search = '',
): { options: Option[]; total: number; isLoading: boolean } {
  const { data, isLoading } = useQuery({
    queryKey: [`objects-${object}`, 'options', search],
    queryFn: ({ signal }) =>
      callApi(`/api/objects/${object}?pageSize=${MOST}&search=${encodeURIComponent(search)}`, listed, {
        signal,
      }),
    placeholderData: keepPreviousData,
    staleTime: 15_000,
  });
  const options = (data?.rows ?? []).map((row) => ({ value: row.id, label: titleOf(object, row) }));
  return { options, total: data?.total ?? 0, isLoading };
}

/** What one object is called; its id while that is not known. */
export function useTitle(object: ObjectName, id: string | null | undefined): string | null {
  const { options } = useOptions(object);
  const found = options.find((o) => o.value === id)?.label;
  const { data } = useQuery({
    queryKey: [`objects-${object}`, 'one', id],
    queryFn: () => callApi(`/api/objects/${object}/${encodeURIComponent(id ?? '')}`, z.custom<ObjectValue>()),
    enabled: Boolean(id) && found === undefined && options.length >= MOST,
    staleTime: 15_000,
  });
  if (!id) return null;
  return found ?? (data ? titleOf(object, data) : id);
}
