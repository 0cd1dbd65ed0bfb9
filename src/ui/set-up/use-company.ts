import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import type { ValueOf } from '@/contract/registry';
import { callApi } from '../shared/api';

type Company = ValueOf<'company'>;

const BEFORE: Pick<Company, 'currency' | 'distanceUnit' | 'weekStartsOn' | 'homeZone'> = {
  currency: 'EUR',
  distanceUnit: 'km',
  weekStartsOn: 1,
  homeZone: 'UTC',
};

/** How the company counts; as is usual while that is not known yet. */
export function useCompany(): typeof BEFORE & { readonly name?: string } {
  const { data } = useQuery({
    queryKey: ['objects-company', 'one', 'company'],
    queryFn: () => callApi('/api/objects/company/company', z.custom<Company>()),
    staleTime: 60_000,
  });
  return data ?? BEFORE;
}
