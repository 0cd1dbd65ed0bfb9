import { wayTaken } from '@/contract/day/ways';
import type { Remedy } from '@/core/index';
import { type DrivenDay, type LiveSeat, readLiveVisits } from '@/db/repositories/plan/live-parts';
import { raiseLiveRevision } from '@/db/repositories/plan/plans';
import { type Command, runCommand } from '../../shared/commands/command';
import { writeLive } from '../../shared/hand/write-live';
import { publishing } from '../../shared/messages/publishing';
import { partId, visitOfId } from '../../shared/problem/links';
import { dayOfShift, personAndDate } from '../../shared/problem/make-shifts';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import type { DayWay } from './day-board';
import { sayWay } from './find-ways';
import { seekWays } from './seek-ways';

const iso = (sec: number): string => new Date(Math.round(sec) * 1000).toISOString();

/** A visit somewhere on a day that changes: as it was reported, or as it is planned from now on. */
interface Stand {
  readonly coreId: string;
  readonly shiftId: string;
  readonly startSec: number;
  readonly finishSec: number;
  readonly equipmentIds: readonly string[];
}

/** Everything on the days that change: what has begun where it was, the rest where the way out has it. */
function standsOf({ open, remedy: { result, seats } }: DayWay): Stand[] {
  const planned = new Map(
    open.ground.kept.verdict.timed.routes.flatMap((r) =>
      r.stops.map((s) => [`${r.shift.id} ${s.visit.id}`, s] as const),
    ),
  );
  const begun = open.expected
    .filter((e) => result.shiftIds.has(e.shiftId))
    .flatMap((e) =>
      e.stops
        .filter((s) => !isLeft(result, s.visitId) && !seats.has(s.visitId))
        .map((s) => ({
          coreId: s.visitId,
          shiftId: e.shiftId,
          startSec: s.startSec,
          // What follows is timed from the whole second before: two of one person never overlap.
          finishSec: Math.max(Math.round(s.startSec), Math.floor(s.finishSec)),
          equipmentIds: planned.get(`${e.shiftId} ${s.visitId}`)?.equipmentIds ?? [],
        })),
    );
  const ahead = result.timed.routes
    .filter((r) => result.shiftIds.has(r.shift.id))
    .flatMap((r) =>
      r.stops.map((s) => ({
        coreId: s.visit.id,
        shiftId: r.shift.id,
        startSec: s.startSec,
        finishSec: s.finishSec,
        equipmentIds: s.equipmentIds,
      })),
    );
  return [...begun, ...ahead];
}

/** Whether a visit is still to come in what is left of the day. */
const isLeft = ({ index }: Remedy['result'], visitId: string): boolean => index.visitById.has(visitId);

/** The seats that a visit has once the days that change are as they stand; other days and other people keep theirs. */
function seatsAfter(
  { open, remedy }: DayWay,
  visitId: string,
  stands: readonly Stand[],
  before: readonly LiveSeat[],
): LiveSeat[] {
  const { originSec } = open.ground.kept.built;
  const changed = new Set(stands.map((s) => dayOfShift(s.shiftId)));
  const own = stands.filter((s) => visitOfId(s.coreId)?.visitId === visitId);
  const partOf = (coreId: string): number => visitOfId(coreId)?.part ?? 1;
  const isHeld = (part: number): boolean => remedy.seats.has(partId(visitId, part));
  const kept = before.filter(
    (s) =>
      !isHeld(s.part) &&
      !(changed.has(`${s.personId}@${s.date}`) && own.some((o) => partOf(o.coreId) === s.part)),
  );
  const fresh = own.map((s): LiveSeat => {
    const { personId, date } = personAndDate(s.shiftId);
    const old = before.find((b) => b.part === partOf(s.coreId) && b.personId === personId && b.date === date);
    return {
      part: partOf(s.coreId),
      seat: 0,
      personId,
      date,
      startsAt: iso(s.startSec + originSec),
      endsAt: iso(s.finishSec + originSec),
      equipmentIds: [...s.equipmentIds],
      overlapReason: old?.overlapReason ?? null,
    };
  });
  const seats = [...kept, ...fresh].sort(
    (a, b) => a.part - b.part || a.seat - b.seat || a.personId.localeCompare(b.personId),
  );
  const next = new Map<number, number>();
  return seats.map((s) => {
    const seat = (next.get(s.part) ?? 0) + 1;
    next.set(s.part, seat);
    return { ...s, seat };
  });
}

/** How a day is driven then: it began as it did, and goes on as the way out has it. */
function drivenAfter(
  { open, remedy: { result } }: DayWay,
  dayId: string,
  before: readonly DrivenDay[],
): DrivenDay[] {
  const { originSec } = open.ground.kept.built;
  const nowIso = iso(open.facts.nowSec + originSec);
  const planned = open.ground.kept.verdict.timed.routes.filter((r) => dayOfShift(r.shift.id) === dayId);
  const rest = result.timed.routes.filter((r) => dayOfShift(r.shift.id) === dayId);
  const out: DrivenDay[] = [];
  for (const [i, route] of planned.entries()) {
    const was = before[i];
    const now = rest.find((r) => r.shift.id === route.shift.id);
    const expected = open.expected.find((e) => e.shiftId === route.shift.id);
    const hasBegun = expected?.stops.some((s) => !isLeft(result, s.visitId)) ?? false;
    if (!now && !hasBegun) continue;
    out.push({
      departAt: hasBegun && was ? was.departAt : iso((now?.departSec ?? 0) + originSec),
      breakStarts: [
        ...(was?.breakStarts.filter((b) => hasBegun && b <= nowIso) ?? []),
        ...(now?.breaks.map((b) => iso(b.startSec + originSec)) ?? []),
      ],
      arriveAt: now ? iso(now.arriveSec + originSec) : (was?.arriveAt ?? nowIso),
    });
  }
  for (const route of rest)
    if (!planned.some((p) => p.shift.id === route.shift.id))
      out.push({
        departAt: iso(route.departSec + originSec),
        breakStarts: route.breaks.map((b) => iso(b.startSec + originSec)),
        arriveAt: iso(route.arriveSec + originSec),
      });
  return out.sort((a, b) => a.departAt.localeCompare(b.departAt));
}

async function write(unit: Unit, command: Command, way: DayWay): Promise<void> {
  const territoryOf = new Map(way.open.ground.kept.loaded.data.visits.map((v) => [v.id, v.territoryId]));
  const stands = standsOf(way);
  const ids = [
    ...new Set(
      [...way.remedy.seats.keys(), ...stands.map((s) => s.coreId)].flatMap(
        (id) => visitOfId(id)?.visitId ?? [],
      ),
    ),
  ];
  const before = await readLiveVisits(unit.transaction, ids);
  const dayIds = [...new Set([...way.remedy.result.shiftIds].map(dayOfShift))];
  await writeLive(unit, command, {
    before,
    after: new Map(ids.map((id) => [id, seatsAfter(way, id, stands, before.get(id) ?? [])] as const)),
    dayIds,
    driven: (days) => new Map(dayIds.map((id) => [id, drivenAfter(way, id, days.get(id) ?? [])] as const)),
    territoryOf: (id) => territoryOf.get(id),
  });
}

/** Does one way out as it was shown, as one command; refused where the day has gone on and it is not the same any more. */
export async function takeWay(unit: Unit, raw: unknown): Promise<{ commandId: number | null }> {
  const { key, price, ...asked } = required(wayTaken, raw);
  await raiseLiveRevision(unit.transaction);
  const sought = await seekWays(unit, asked);
  const found = sought.ways.find((w) => w.key === key && w.remedy.price === price);
  if (!found) throw new Refusal('conflict', { reason: 'day-went-on' });
  const { open, board } = sought;
  const said = sayWay(sought, found);
  const [first] = said.moves;
  const facts = {
    kind: said.kind,
    moves: said.moves.length,
    label: first?.label ?? '',
    person: first?.with ?? '',
    startAt: first?.startAt ?? said.breakAt,
    zone: open.ground.kept.loaded.zone,
    price,
    pushed: said.pushed.length,
    loose: said.loose,
  };
  const { commandId } = await runCommand(unit, 'remedy', facts, (command) =>
    publishing(unit, { firstDate: asked.date, lastDate: asked.date }, () =>
      write(unit, command, { open, board, remedy: found.remedy }),
    ),
  );
  return { commandId };
}
