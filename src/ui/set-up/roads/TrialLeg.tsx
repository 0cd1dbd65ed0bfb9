import { Select } from '@mantine/core';
import type { LegView } from '@/contract/set-up/answers/roads';
import type { LatLon } from '@/core/index';
import { errorText } from '../../messages/errors';
import { useBaseMap } from '../../shared/map/use-base-map';
import { clockText } from '../../shared/quantities';
import { useList } from '../lists/use-list';
import { useCompany } from '../use-company';
import css from './Roads.module.css';

interface Props {
  readonly ends: readonly LatLon[];
  readonly onEnds: (ends: readonly LatLon[]) => void;
  readonly leg: LegView | null;
  readonly error: unknown;
}

const keyOf = (p: LatLon): string => `${p.lat},${p.lon}`;

/** Minutes and seconds as drivers say them. */
function driveText(sec: number): string {
  const min = Math.round(sec / 60);
  return min < 60 ? `${min} min` : `${Math.floor(min / 60)} h ${String(min % 60).padStart(2, '0')}`;
}

/** How long a leg takes, by the hour: between two clicks on the map, or two places by name. */
export function TrialLeg({ ends, onEnds, leg, error }: Props) {
  const { distanceUnit } = useCompany();
  const base = useBaseMap();
  const depots = useList('depots', 'pageSize=200');
  const named = new Map<string, string>();
  for (const d of depots.data?.rows ?? [])
    named.set(keyOf({ lat: Number(d.lat), lon: Number(d.lon) }), String(d.name));
  for (const t of base.data?.towns ?? []) if (!named.has(keyOf(t.at))) named.set(keyOf(t.at), t.name);
  for (const p of ends)
    if (!named.has(keyOf(p))) named.set(keyOf(p), `${p.lat.toFixed(4)}, ${p.lon.toFixed(4)}`);
  const options = [...named].map(([value, label]) => ({ value, label }));
  const pick = (ix: 0 | 1, value: string | null): void => {
    if (value === null) {
      onEnds(ix === 1 && ends[0] ? [ends[0]] : []);
      return;
    }
    const [lat, lon] = value.split(',').map(Number);
    const at = { lat: lat!, lon: lon! };
    onEnds(ix === 0 ? [at, ...ends.slice(1)] : [ends[0] ?? at, at]);
  };
  const long = Math.max(1, ...(leg?.byHour ?? []).map((h) => h.sec));
  const metres = leg ? (distanceUnit === 'mi' ? leg.m / 1609.344 : leg.m / 1000) : 0;
  return (
    <>
      <h3>A trial leg</h3>
      <div className={css.ends}>
        {([0, 1] as const).map((ix) => (
          <Select
            key={ix}
            size="xs"
            label={ix === 0 ? 'From' : 'To'}
            placeholder="a place, or click on the map"
            data={options}
            value={ends[ix] ? keyOf(ends[ix]) : null}
            onChange={(v) => pick(ix, v)}
            disabled={ix === 1 && ends.length === 0}
            searchable
            clearable
          />
        ))}
      </div>
      {error !== null && error !== undefined && <p className="bad">{errorText(error)}</p>}
      {leg && (
        <>
          <p className={css.facts}>
            {driveText(leg.sec)}, {metres.toFixed(1)} {distanceUnit}
          </p>
          {leg.byHour.length > 0 && (
            <table className={css.hours}>
              <caption className="quiet">At the speeds of the day</caption>
              <tbody>
                {leg.byHour.map((h) => (
                  <tr key={h.fromMin}>
                    <td>from {clockText(h.fromMin)}</td>
                    <td>
                      <span className={css.bar} style={{ width: `${(h.sec / long) * 100}%` }} />
                    </td>
                    <td>{driveText(h.sec)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {[leg.fromRoadM, leg.toRoadM].map(
            (m, i) =>
              m > 250 && (
                <p key={i === 0 ? 'from' : 'to'} className="quiet">
                  It {i === 0 ? 'begins' : 'ends'} {m} m from a road.
                </p>
              ),
          )}
        </>
      )}
    </>
  );
}
