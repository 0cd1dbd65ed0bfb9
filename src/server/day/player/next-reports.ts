import { createHash } from 'node:crypto';
import type { FieldReport } from '@/contract/day/reports';
import { instantOf, type PlayedReport, playField, truthOf } from '@/core/index';
import { addDays } from '../../shared/plans/plan-ahead';
import { visitOfId } from '../../shared/problem/links';
import { personAndDate } from '../../shared/problem/make-shifts';
import { spreadsOf, USUAL_SPREAD } from '../../shared/spreads';
import type { Unit } from '../../shared/unit';
import { openReported, type ReportedDay, TRAVEL_SHARE } from '../open-day';

export interface Span {
  readonly date: string;
  readonly seed: number;
  /** Until when the field was played, and until when it is to be, seconds since 1970. */
  readonly from: number;
  readonly until: number;
}

type Sent = Omit<FieldReport, 'stops' | 'date' | 'papers' | 'photo'>;

/** The same id for the same thing said in the same stretch: what is sent twice counts once. */
function idOf(parts: readonly unknown[]): string {
  const hex = createHash('sha256').update(JSON.stringify(parts)).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/** The day that is played, in all territories. */
export function openPlayed(unit: Unit, { date }: Span): Promise<ReportedDay> {
  return openReported(unit, { territoryIds: unit.user.grants.map((g) => g.territoryId), date });
}

/** What the field reports between two moments of a played day, soonest first, as phones would send it. */
export function nextReports(day: ReportedDay, span: Span): Sent[] {
  const { index, built, verdict } = day.ground.kept;
  const { originSec } = built;
  const spreads = spreadsOf(day.ground.kept);
  const said = playField(
    index,
    verdict.timed.routes.filter((r) => personAndDate(r.shift.id).date === span.date),
    day.facts,
    {
      fromSec: span.from - originSec,
      untilSec: span.until - originSec,
      truth: truthOf(span.seed, {
        travelShare: TRAVEL_SHARE,
        workShare: (kind) => spreads[kind ?? ''] ?? USUAL_SPREAD,
      }),
      isOff: (id) => day.persons.get(id)?.offAt != null,
    },
  );
  return said.flatMap((r) => reportOf(day, span, r) ?? []);
}

function reportOf(day: ReportedDay, span: Span, r: PlayedReport): Sent | null {
  const { kept } = day.ground;
  const visit = r.visitId === null ? null : visitOfId(r.visitId);
  // Busy times and the like are nobody's to report.
  if (r.visitId !== null && visit === null) return null;
  const site = r.kind === 'arrived' && r.visitId !== null ? kept.index.visitById.get(r.visitId) : undefined;
  const place = site && kept.built.problem.places.find((p) => p.id === site.placeId);
  const at = Math.round(r.atSec + kept.built.originSec);
  return {
    id: idOf([span.seed, span.date, span.from, r.personId, r.kind, r.visitId, at]),
    personId: r.personId,
    kind: r.kind,
    visitId: visit?.visitId ?? null,
    part: visit?.part ?? 1,
    at: new Date(at * 1000).toISOString(),
    minutes: r.minutes,
    reason: r.reason,
    lat: place?.lat ?? null,
    lon: place?.lon ?? null,
  };
}

/** When customers call with something urgent, hours and minutes of the day. */
const CALLS_MIN = [10 * 60 + 20, 12 * 60 + 45, 14 * 60 + 35] as const;

/** Urgent work that comes in between two moments of a played day, as lines of work. */
export function nextEmergencies(day: ReportedDay, span: Span): Record<string, unknown>[] {
  const { data, zone } = day.ground.kept.loaded;
  const like = data.visits
    .filter((v) => v.priority <= 2 && v.territoryId !== null)
    .sort((a, b) => a.id.localeCompare(b.id));
  return CALLS_MIN.flatMap((min, i) => {
    const at = instantOf(span.date, min, zone);
    if (at <= span.from || at > span.until || like.length === 0) return [];
    const one = like[(span.seed * 7919 + i * 104_729) % like.length]!;
    return [
      {
        outsideNumber: `played-${span.date}-${span.seed}-${i + 1}`,
        summary: 'Nothing charges, cars are waiting',
        jobKind: data.kinds.get(one.jobKindId)?.name ?? one.jobKindId,
        site: one.site,
        priority: 1,
        earliestAt: new Date(at * 1000).toISOString(),
        dueAt: new Date(instantOf(addDays(span.date, 1), 0, zone) * 1000).toISOString(),
      },
    ];
  });
}
