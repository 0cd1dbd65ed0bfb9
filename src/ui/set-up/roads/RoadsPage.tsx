'use client';

import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState } from 'react';
import { legView, type RoadsView, roadsView } from '@/contract/set-up/answers/roads';
import type { LatLon } from '@/core/index';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { Crumbs } from '../frame/Crumbs';
import ground from '../ground/Ground.module.css';
import { BringRoads } from './BringRoads';
import css from './Roads.module.css';
import { TravelBy } from './TravelBy';
import { TrialLeg } from './TrialLeg';

const RoadsMap = dynamic(() => import('./RoadsMap'), { ssr: false });

/** Where travel comes from: networks and straight lines, a trial leg, and places far from any road. */
export function RoadsPage({ mayChange }: { readonly mayChange: boolean }) {
  const { data, error } = useQuery({
    queryKey: ['roads'],
    queryFn: () => callApi('/api/set-up/roads', roadsView),
  });
  return (
    <div className={ground.page}>
      <Crumbs step="roads" name="Where travel comes from" />
      {error ? (
        <p className="page bad">{errorText(error)}</p>
      ) : data ? (
        <Loaded view={data} mayChange={mayChange} />
      ) : (
        <p className="page quiet">Reading …</p>
      )}
    </div>
  );
}

function Loaded({ view, mayChange }: { readonly view: RoadsView; readonly mayChange: boolean }) {
  const [ends, setEnds] = useState<readonly LatLon[]>([]);
  const [from, to] = ends;
  const leg = useQuery({
    queryKey: ['roads', 'leg', from, to, view.inUse],
    queryFn: ({ signal }) =>
      callApi(`/api/set-up/roads/leg?from=${from!.lat},${from!.lon}&to=${to!.lat},${to!.lon}`, legView, {
        signal,
      }),
    enabled: from !== undefined && to !== undefined,
  });
  return (
    <div className={ground.columns}>
      <section className={ground.list}>
        <TravelBy key={view.inUse ?? 'straight'} view={view} mayChange={mayChange} />
        {mayChange && <BringRoads />}
        <TrialLeg ends={ends} onEnds={setEnds} leg={leg.data ?? null} error={leg.error} />
        <Far view={view} />
      </section>
      <div className={ground.place}>
        <RoadsMap
          ends={ends}
          way={leg.data?.way ?? []}
          far={view.far}
          onPick={(at) => setEnds(ends.length === 1 ? [...ends, at] : [at])}
        />
        <div className={ground.hint}>
          {ends.length === 1 ? 'Click where the leg ends.' : 'Click where a trial leg begins.'}
        </div>
      </div>
    </div>
  );
}

/** Places that are driven to over open country. */
function Far({ view }: { readonly view: RoadsView }) {
  if (view.inUse === null) return null;
  return (
    <>
      <h3>Far from a road</h3>
      {view.farCount === 0 ? (
        <p className="quiet">No place lies further than {view.farM} m from a road.</p>
      ) : (
        <>
          <p>
            {view.farCount} {view.farCount === 1 ? 'place lies' : 'places lie'} further than {view.farM} m
            from a road: placed wrong, or a road is missing. The rest of the way counts at 20 km/h.
          </p>
          <ul className={css.far}>
            {view.far.slice(0, 30).map((p) => (
              <li key={`${p.kind} ${p.id}`}>
                <Link className="link" href={`/set-up/${p.kind}/${encodeURIComponent(p.id)}`}>
                  {p.name}
                </Link>
                <span>{p.m >= 1000 ? `${(p.m / 1000).toFixed(1)} km` : `${p.m} m`}</span>
              </li>
            ))}
          </ul>
          {view.farCount > 30 && <p className="quiet">and {view.farCount - 30} more, on the map</p>}
        </>
      )}
    </>
  );
}
