import { createHash } from 'node:crypto';
import { type Way, type WaysAsk, waysAsk } from '@/contract/day/ways';
import {
  adoptPlan,
  type Board,
  breakSooner,
  fillersFor,
  type Remedy,
  remediesFor,
  type Shift,
  spreadOver,
  squeezesFor,
  type Visit,
} from '@/core/index';
import { readFoundRest } from '@/db/repositories/day/rests';
import { requireRight, seenBy } from '../../shared/access';
import { partId, visitOfId } from '../../shared/problem/links';
import { personAndDate } from '../../shared/problem/make-shifts';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { type OpenDay, openDay } from '../open-day';
import { outIn } from '../whole/whole-territory';
import { boardOfRest } from './day-board';

const MOST = 3;
const MOST_ROOM = 2;
/** Loose ends that are tried in a free stretch: the most urgent. */
const MOST_LOOSE = 40;

export interface Sought {
  readonly asked: WaysAsk;
  readonly open: OpenDay;
  readonly board: Board;
  readonly ways: readonly { readonly key: string; readonly kind: Way['kind']; readonly remedy: Remedy }[];
}

const keyOf = (kind: Way['kind'], { seats, result }: Remedy): string =>
  `${kind} ${createHash('sha256')
    .update(
      JSON.stringify([
        [...seats].map(([id, s]) => [id, s.map((x) => [x.shiftId, Math.round(x.fromSec)])]),
        kind === 'break' ? [...result.shiftIds] : [],
      ]),
    )
    .digest('hex')
    .slice(0, 24)}`;

/** The cheapest ways out of what somebody asks about, with all that doing one of them takes. */
export async function seekWays(unit: Unit, raw: unknown): Promise<Sought> {
  const asked = required(waysAsk.strip(), raw);
  const { territoryIds, date } = asked;
  const open = await openDay(unit, { territoryIds, date });
  const board = boardOfRest(open, date);
  const isToday = (s: Shift): boolean => personAndDate(s.id).date === date;
  const isOut = (s: Shift): boolean => open.facts.shifts.get(s.id)?.outSec !== undefined;
  const there = (s: Shift): boolean => isToday(s) && !isOut(s) && open.persons.get(s.personId)?.offAt == null;
  const { nowSec } = open.facts;
  const ways: Sought['ways'][number][] = [];
  const add = (kind: Way['kind'], list: readonly Remedy[]): void =>
    void ways.push(...list.map((remedy) => ({ kind, remedy, key: keyOf(kind, remedy) })));
  if (asked.for === 'break') {
    const { shiftId } = personAsked(unit, open, asked);
    const [pause] = open.expected.find((e) => e.shiftId === shiftId)?.breaks ?? [];
    const isLate = pause !== undefined && pause.startSec > pause.latestSec;
    const sooner = isLate ? breakSooner(board, shiftId, pause.latestSec) : null;
    add('break', sooner ? [sooner] : []);
  }
  if (asked.for === 'visit' || asked.for === 'urgent' || (asked.for === 'break' && asked.visitId !== null)) {
    const coreId = visitAsked(unit, open, asked);
    if (!board.index.visitById.has(coreId)) {
      // Held by a day that is gone, it can only be placed anew by hand; what has begun is nobody else's.
      if (open.facts.visits.has(coreId)) throw new Refusal('conflict', { reason: 'begun-already' });
      return { asked, open, board, ways };
    }
    const own = new Set(board.shiftsOf.get(coreId) ?? []);
    const elsewhere = (s: Shift): boolean => there(s) && !own.has(s.id);
    add('give', remediesFor(board, coreId, { limit: MOST, mayGoTo: elsewhere, nowSec }));
    const lessUrgent = urgencyAgainst(unit, open, coreId);
    const rooms = squeezesFor(board, coreId, {
      limit: MOST_ROOM,
      mayGoTo: elsewhere,
      mayMove: (other) => lessUrgent(other) >= 0,
      movedMayGoTo: there,
      nowSec,
    });
    // What comes off the day for it is worth a look only where nothing else is left, or where it is urgent.
    const isWorth = ({ seats }: Remedy): boolean =>
      [...seats].every(
        ([id, s]) =>
          s.length > 0 ||
          ((asked.for === 'urgent' || ways.length === 0) && lessUrgent(board.index.visitById.get(id)!) > 0),
      );
    for (const room of rooms.filter(isWorth)) {
      const isSwap = [...room.seats].some(([id, s]) => id !== coreId && s.some((x) => own.has(x.shiftId)));
      add(isSwap ? 'swap' : 'room', [room]);
    }
  } else if (asked.for === 'out') {
    if (asked.territoryId !== null) requireRight(unit, 'change', 'plan', [asked.territoryId]);
    const own =
      asked.territoryId === null
        ? [personAsked(unit, open, asked).shiftId]
        : outIn(open, asked.territoryId, asked.date).flatMap(
            (personId) => personAsked(unit, open, { personId, date: asked.date }).shiftId,
          );
    const ids = own.flatMap((id) => (board.routeOf.get(id)?.stops ?? []).map((s) => s.visit.id));
    const mine = [...new Set(ids)].filter((id) => visitOfId(id) !== null);
    const spread =
      mine.length === 0
        ? null
        : spreadOver(board, mine, { mayGoTo: (s) => there(s) && !own.includes(s.id), nowSec });
    add('spread', spread ? [spread] : []);
  } else if (asked.for === 'free') {
    const { shiftId } = personAsked(unit, open, asked);
    add('fill', fillersFor(board, shiftId, looseIn(unit, open, board), { limit: MOST, nowSec }));
  } else if (asked.for === 'rest') {
    requireRight(unit, 'change', 'plan', territoryIds);
    const plan = await readFoundRest(unit.transaction, asked.restId ?? '', unit.user.id);
    if (!plan) throw new Refusal('not-found');
    const adopted = adoptPlan(board, plan);
    add('rest', adopted && adopted.result.shiftIds.size > 0 ? [adopted] : []);
  }
  ways.sort((a, b) => a.remedy.result.price - b.remedy.result.price);
  return { asked, open, board, ways };
}

function visitAsked(unit: Unit, open: OpenDay, { visitId, part }: WaysAsk): string {
  const row = open.ground.kept.loaded.data.visits.find((v) => v.id === visitId);
  if (!row || row.territoryId === null) throw new Refusal('not-found');
  requireRight(unit, 'change', 'plan', [row.territoryId]);
  return partId(row.id, part);
}

function personAsked(
  unit: Unit,
  open: OpenDay,
  { personId, date }: Pick<WaysAsk, 'personId' | 'date'>,
): { readonly shiftId: string } {
  requireRight(unit, 'change', 'plan');
  const shift = open.ground.kept.built.problem.shifts.find(
    (s) => s.personId === personId && personAndDate(s.id).date === date,
  );
  if (!shift) throw new Refusal('not-found');
  // Whose visits are moved lies in territories of the user's, as everywhere.
  const rows = new Map(open.ground.kept.loaded.data.visits.map((v) => [v.id, v]));
  const expected = open.expected.find((e) => e.shiftId === shift.id);
  for (const s of expected?.stops ?? []) {
    const territoryId = rows.get(visitOfId(s.visitId)?.visitId ?? '')?.territoryId;
    if (territoryId != null && s.state !== 'done') requireRight(unit, 'change', 'plan', [territoryId]);
  }
  return { shiftId: shift.id };
}

/** By how much another visit is less urgent than one; below 0 where it is more so, or where the user has no say over it. */
function urgencyAgainst(unit: Unit, open: OpenDay, coreId: string): (other: Visit) => number {
  const rows = new Map(open.ground.kept.loaded.data.visits.map((v) => [v.id, v]));
  const own = rows.get(visitOfId(coreId)?.visitId ?? '')?.priority ?? 1;
  const mine = new Set(unit.user.grants.filter((g) => g.mayChange).map((g) => g.territoryId));
  return (other) => {
    const row = rows.get(visitOfId(other.id)?.visitId ?? '');
    return row?.territoryId != null && mine.has(row.territoryId) ? row.priority - own : -1;
  };
}

/** Loose ends in the user's territories, the most urgent first. */
function looseIn(unit: Unit, open: OpenDay, board: Board): string[] {
  const rows = new Map(open.ground.kept.loaded.data.visits.map((v) => [v.id, v]));
  const seen = seenBy(unit.user);
  return board.timed.unplanned
    .flatMap((v) => {
      const row = rows.get(visitOfId(v.id)?.visitId ?? '');
      return row?.territoryId != null && seen.has(row.territoryId) ? [{ id: v.id, row }] : [];
    })
    .sort((a, b) => a.row.priority - b.row.priority || a.row.dueAt - b.row.dueAt)
    .slice(0, MOST_LOOSE)
    .map((x) => x.id);
}
