import { GROUP_KEY, MICRO, micros, PARTS_KEY, PREMISES_KEY } from '@/contract/playbooks/playbook';
import { type Attributes, type BreakRule, instantOf, type LatLon, type Shift } from '@/core/index';
import type { Stored } from '@/db/repositories/shared/schedule';
import { hoursOn, type Stretch, stretchesOf } from './hours';
import { membershipsOn } from './memberships';
import type { Places } from './places';
import type { ScheduleData } from './schedule-data';

type Technician = Stored<'technicians'>;

export interface Day {
  readonly date: string;
  readonly ix: number;
  readonly originSec: number;
}

/** What shifts are made in. */
export interface ShiftContext {
  readonly data: Pick<ScheduleData, 'patterns' | 'territories' | 'depots' | 'groups'>;
  readonly places: Places;
}

type TechnicianBreak = Technician['breaks'][number];

/** One break of a stretch; null where the stretch is over before it could fall due or begins after it. */
function breakOn(rule: TechnicianBreak, stretch: Stretch, day: Day, zone: string): BreakRule | null {
  const at = (minute: number): number => instantOf(day.date, minute, zone) - day.originSec;
  const startSec = stretch.startSec - day.originSec;
  const dueSec = rule.dueAfterMin === null ? null : startSec + rule.dueAfterMin * 60;
  const latestSec = Math.min(at(rule.toMin), dueSec ?? Number.POSITIVE_INFINITY);
  if (startSec > latestSec || stretch.endSec - day.originSec <= latestSec) return null;
  return {
    durationSec: rule.lengthMin * 60,
    earliestSec: Math.min(at(rule.fromMin), latestSec),
    latestSec,
    ...(dueSec === null ? {} : { dueSec }),
    ...(rule.isPaid ? { paid: true } : {}),
  };
}

/** In the order in which they are taken and fall due, as the core wants them. */
function inTurn(breaks: readonly BreakRule[]): BreakRule[] {
  const sorted = [...breaks].sort((a, b) => a.earliestSec - b.earliestSec || a.latestSec - b.latestSec);
  const out: BreakRule[] = [];
  for (const b of sorted) {
    const last = out.at(-1);
    const latestSec = Math.max(b.latestSec, last?.latestSec ?? b.latestSec);
    const dueBefore = last ? (last.dueSec ?? last.latestSec) : latestSec;
    const dueSec = Math.max(b.dueSec ?? latestSec, dueBefore, latestSec);
    out.push({ ...b, latestSec, ...(dueSec === latestSec ? {} : { dueSec }) });
  }
  return out;
}

/** Breaks of a stretch: the pause of the pattern itself, or those of the person. */
export function breaksOf(
  rules: readonly TechnicianBreak[],
  stretch: Stretch,
  day: Day,
  zone: string,
): BreakRule[] {
  if (stretch.pause) {
    const at = stretch.pause.startSec - day.originSec;
    return [{ durationSec: stretch.pause.endSec - stretch.pause.startSec, earliestSec: at, latestSec: at }];
  }
  return inTurn(rules.flatMap((rule) => breakOn(rule, stretch, day, zone) ?? []));
}

/** Price per second out of one per hour, micros. */
const perSec = (perHour: number): number => micros(perHour, 3600);
/** Only what is set: an absent limit is none. */
function given<T extends object>(values: T): Partial<T> {
  return Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as Partial<T>;
}

function reachOf(min: number | null, km: number | null): Shift['reach'] {
  if (min === null && km === null) return undefined;
  return given({
    sec: min === null ? undefined : min * 60,
    m: km === null ? undefined : Math.round(km * 1000),
  });
}

/** Parts that somebody has aboard or can fetch. */
function partsWithin(
  aboard: readonly string[],
  depotId: string | null,
  depots: ScheduleData['depots'],
): string[] {
  const stock = depotId === null ? [] : (depots.get(depotId)?.parts.map((p) => p.partId) ?? []);
  return [...new Set([...aboard, ...stock])].sort();
}

/** What rules that always hold look at, beside a person's own attributes. */
export function shiftAttributes(
  own: Attributes,
  who: {
    readonly memberIds: readonly string[];
    readonly depotId: string | null;
    readonly aboard: readonly string[];
    readonly partsDepotId: string | null;
  },
  { data }: ShiftContext,
): Attributes {
  const groups = data.groups
    .filter((g) => g.members.some((m) => who.memberIds.includes(m.technicianId)))
    .map((g) => g.id);
  return {
    ...own,
    ...(groups.length > 0 ? { [GROUP_KEY]: groups } : {}),
    ...(who.depotId === null ? {} : { [PREMISES_KEY]: who.depotId }),
    [PARTS_KEY]: partsWithin(who.aboard, who.partsDepotId, data.depots),
  };
}

/** Where somebody lives; null while nobody knows. */
export function homeOf({ homeLat, homeLon }: Pick<Technician, 'homeLat' | 'homeLon'>): LatLon | null {
  return homeLat === null || homeLon === null ? null : { lat: homeLat, lon: homeLon };
}

export function depotPlace(depotId: string | null, { data }: ShiftContext): LatLon | null {
  return depotId === null ? null : (data.depots.get(depotId) ?? null);
}

/** Where somebody was last seen, if that is on the date and before their first visit of it. */
export interface LastSeen {
  readonly at: LatLon;
  readonly sec: number;
}

export function lastSeenOn(
  technician: Technician,
  date: string,
  firstVisitAt: number | null,
  today: string | null,
): LastSeen | null {
  const { startsAt, lastLat, lastLon, lastSeenAt } = technician;
  if (startsAt !== 'last-position' || lastLat === null || lastLon === null || lastSeenAt === null)
    return null;
  const sec = Math.ceil(Date.parse(lastSeenAt) / 1000);
  if (date !== today || (firstVisitAt !== null && firstVisitAt < sec)) return null;
  return { at: { lat: lastLat, lon: lastLon }, sec };
}

/** Facts of a person that every one of their shifts carries. */
function limitsOf(t: Technician): Partial<Shift> {
  return given({
    payPerSec: t.payPerHour === null ? undefined : perSec(t.payPerHour),
    outPrice: t.outPrice === null ? undefined : Math.round(t.outPrice * MICRO),
    overtimePerSec: t.overtimePricePerHour === null ? undefined : perSec(t.overtimePricePerHour),
    maxVisits: t.mostVisits ?? undefined,
    maxTravelSec: t.mostDrivingMin === null ? undefined : t.mostDrivingMin * 60,
    reach: reachOf(t.reachMin, t.reachKm),
    firstReach: reachOf(t.firstReachMin, t.firstReachKm),
    pace: t.paces.length > 0 ? t.paces.map((p) => ({ kind: p.jobKindId, percent: p.percent })) : undefined,
    parts: t.parts.length > 0 ? t.parts.map((p) => p.partId) : undefined,
  });
}

export function skillsOn(technician: Technician, date: string): { skillId: string; level: number }[] {
  return technician.skills
    .filter((s) => s.validFrom <= date && (s.validTo === null || s.validTo >= date))
    .map((s) => ({ skillId: s.skillId, level: s.level }));
}

/** Shifts of one person on one date. */
export function shiftsOn(
  technician: Technician,
  day: Day,
  context: ShiftContext,
  seen: LastSeen | null = null,
): Shift[] {
  const { places, data } = context;
  const home = homeOf(technician);
  const depot = depotPlace(technician.depotId, context);
  const [startPlace, endPlace] = [technician.startsAt, technician.endsAt].map((where) =>
    where === 'depot' && depot ? depot : home,
  );
  if (!startPlace || !endPlace) return [];
  const zone = technician.zone;
  const partsPlace = depotPlace(technician.partsDepotId, context);
  const stretches = stretchesOf(hoursOn(technician, day.date, data));
  return stretches.flatMap((stretch, i): Shift[] => {
    const startSec = Math.max(stretch.startSec, i === 0 && seen ? seen.sec : 0);
    if (startSec >= stretch.endSec) return [];
    const from = i === 0 && seen ? seen.at : startPlace;
    return [
      {
        id: `${technician.id}@${day.date}${i > 0 ? `#${i + 1}` : ''}`,
        personId: technician.id,
        dayIx: day.ix,
        startSec: startSec - day.originSec,
        endSec: stretch.endSec - day.originSec,
        startPlaceId: places.idOf(from),
        endPlaceId: places.idOf(endPlace),
        allowanceBeforeSec: technician.travelBeforeMin * 60,
        allowanceAfterSec: technician.travelAfterMin * 60,
        overtimeLimitSec: technician.overtimeLimitMin * 60,
        breaks: breaksOf(technician.breaks, stretch, day, zone),
        skills: skillsOn(technician, day.date),
        territories: membershipsOn(technician, day.date, data.territories),
        capacity: technician.loadCapacity,
        ...limitsOf(technician),
        attributes: shiftAttributes(
          technician.attributes,
          {
            memberIds: [technician.id],
            depotId: technician.depotId,
            aboard: technician.parts.map((p) => p.partId),
            partsDepotId: technician.partsDepotId,
          },
          context,
        ),
        ...(partsPlace ? { partsPlaceId: places.idOf(partsPlace) } : {}),
      },
    ];
  });
}
