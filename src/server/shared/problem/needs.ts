import type { OwnPrices } from '@/contract/set-up/own-prices';
import { greatCircleM, type LatLon } from '@/core/index';
import type { Stored, VisitRow } from '@/db/repositories/shared/schedule';
import type { ScheduleData } from './schedule-data';

type Kind = Stored<'job-kinds'>;

/** What a visit needs, once its kind, its work order and itself have had their say. */
export interface Needs
  extends Pick<
    Kind,
    | 'skills'
    | 'skillMode'
    | 'people'
    | 'crewOf'
    | 'bufferBeforeMin'
    | 'bufferAfterMin'
    | 'windowOn'
    | 'leadTimeMin'
    | 'allowedPatternId'
    | 'load'
    | 'groupId'
    | 'mostDayMin'
  > {
  /** Kinds of units, one entry a unit. */
  readonly equipmentKindIds: readonly string[];
  readonly partIds: readonly string[];
  readonly attributes: Readonly<Record<string, string | number | boolean | string[]>>;
  readonly prices: OwnPrices;
  /** The one of our own premises at which it is done; null at the customer's site. */
  readonly premises: Stored<'depots'> | null;
}

/** Of several premises the chosen one, or the nearest to the customer. */
function premisesOf(
  ids: readonly string[],
  visit: VisitRow,
  depots: ScheduleData['depots'],
): Stored<'depots'> | null {
  if (ids.length === 0) return null;
  if (visit.premisesId !== null) return depots.get(visit.premisesId) ?? null;
  const at: LatLon = visit;
  const known = ids.flatMap((id) => depots.get(id) ?? []);
  return (
    known.sort((a, b) => greatCircleM(a, at) - greatCircleM(b, at) || a.id.localeCompare(b.id))[0] ?? null
  );
}

export function needsOf(visit: VisitRow, data: Pick<ScheduleData, 'kinds' | 'depots'>): Needs {
  const kind = data.kinds.get(visit.jobKindId);
  if (!kind) throw new Error(`Visit ${visit.id} is of the kind ${visit.jobKindId}, which is not there`);
  const { differs } = visit;
  const pick = <K extends keyof typeof differs & keyof Kind>(key: K): Kind[K] =>
    (differs[key] === undefined ? kind[key] : differs[key]) as Kind[K];
  return {
    skills: visit.skills ?? pick('skills'),
    skillMode: pick('skillMode'),
    people: pick('people'),
    crewOf: pick('crewOf'),
    bufferBeforeMin: pick('bufferBeforeMin'),
    bufferAfterMin: pick('bufferAfterMin'),
    windowOn: pick('windowOn'),
    leadTimeMin: pick('leadTimeMin'),
    allowedPatternId: pick('allowedPatternId'),
    load: pick('load'),
    groupId: pick('groupId'),
    mostDayMin: pick('mostDayMin'),
    equipmentKindIds: pick('equipment').flatMap((e) => Array<string>(e.units).fill(e.equipmentKindId)),
    partIds: pick('parts').map((p) => p.partId),
    attributes: { ...kind.attributes, ...differs.attributes },
    prices: { ...kind.prices, ...differs.prices, ...visit.prices },
    premises: premisesOf(
      pick('premises').map((p) => p.depotId),
      visit,
      data.depots,
    ),
  };
}
