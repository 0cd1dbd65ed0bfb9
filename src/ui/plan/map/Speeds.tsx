import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Polyline } from 'react-leaflet';
import { z } from 'zod';
import type { RoadNetwork } from '@/core/index';
import { offsetMinutes } from '@/core/index';
import { callApi } from '../../shared/api';
import { colourOf, point } from '../../shared/map/Ground';

const settings = z.object({
  rows: z.array(
    z.object({
      zone: z.string(),
      periods: z.array(z.object({ fromMin: z.number(), speeds: z.record(z.string(), z.number().nullish()) })),
    }),
  ),
});

/** Speeds against the usual, in percent, from which on a road counts as slow, and as very slow. */
const SLOW = 95;
const VERY_SLOW = 75;

interface Props {
  readonly network: RoadNetwork;
  /** The moment whose hour counts. */
  readonly at: number;
}

/** Roads that are slower than usual at an hour: broken ochre lines where it is some, plum where it is much. */
export function Speeds({ network, at }: Props) {
  const { data } = useQuery({
    queryKey: ['objects-roads', 'speeds'],
    queryFn: ({ signal }) => callApi('/api/objects/roads', settings, { signal }),
    staleTime: 60_000,
  });
  const lines = useMemo(() => {
    const [roads] = data?.rows ?? [];
    if (!roads) return { slow: [], verySlow: [] };
    const minute = (Math.floor(at / 60) + offsetMinutes(at, roads.zone)) % 1440;
    const period = roads.periods.filter((p) => p.fromMin <= minute).at(-1);
    const speedOf = (roadClass: string): number => period?.speeds[roadClass] ?? 100;
    const of = (from: number, below: number) =>
      network.roads
        .filter((r) => speedOf(r.roadClass) >= from && speedOf(r.roadClass) < below)
        .map((r) => [network.junctions[r.from]!, ...r.via, network.junctions[r.to]!].map(point));
    return { slow: of(VERY_SLOW, SLOW), verySlow: of(0, VERY_SLOW) };
  }, [data, at, network]);
  return (
    <>
      <Polyline
        positions={lines.slow}
        interactive={false}
        pathOptions={{ color: colourOf('--ochre'), weight: 2.4, dashArray: '6 4', opacity: 0.8 }}
      />
      <Polyline
        positions={lines.verySlow}
        interactive={false}
        pathOptions={{ color: colourOf('--plum'), weight: 3, opacity: 0.75 }}
      />
    </>
  );
}
