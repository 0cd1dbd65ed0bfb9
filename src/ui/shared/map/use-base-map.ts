import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import type { LatLon, RoadNetwork } from '@/core/index';
import { callApi } from '../api';

export interface BaseMap {
  readonly name: string;
  readonly coasts: readonly (readonly LatLon[])[];
  readonly lakes: readonly (readonly LatLon[])[];
  readonly towns: readonly { readonly name: string; readonly at: LatLon; readonly radiusKm: number }[];
  readonly roads: RoadNetwork;
}

/** The drawn ground; null where none was brought in. */
export function useBaseMap() {
  return useQuery({
    queryKey: ['map'],
    queryFn: () => callApi('/api/map', z.custom<BaseMap | null>()),
    staleTime: Number.POSITIVE_INFINITY,
  });
}
