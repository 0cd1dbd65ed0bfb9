import type { Extent } from '@/contract/runs/run';
import { indexProblem, type Violation } from '@/core/index';
import {
  type DrivenDay,
  type LiveSeat,
  readLiveDays,
  readLiveVisits,
  writeLiveDays,
  writeLiveVisits,
} from '@/db/repositories/plan/live-parts';
import { type Layer, readLivePlan, readPlacementsOn } from '@/db/repositories/plan/plans';
import type { Command } from '../../shared/commands/command';
import { type Judged, judgePlan } from '../../shared/judge-plan';
import type { PlaybookVersion } from '../../shared/playbooks';
import { visitOfId } from '../../shared/problem/links';
import { layerOf } from '../../shared/problem/load-schedule';
import { dayOfShift } from '../../shared/problem/make-shifts';
import type { Unit } from '../../shared/unit';
import type { Move } from './choose';
import { differing, draftedDays, iso, isSame } from './drafted';
import { redrive } from './redrive';

export interface Laid {
  /** Visits that change, chosen or moved along, as they were and as they are. */
  readonly visits: ReadonlyMap<string, Move>;
  /** Of them, those that only begin at another time because their day became another. */
  readonly retimed: ReadonlySet<string>;
  readonly days: ReadonlySet<string>;
  readonly judged: Judged;
}

interface Part {
  readonly planId: string;
  readonly extent: Extent;
  readonly playbook: PlaybookVersion;
  readonly chosen: ReadonlyMap<string, Move>;
  /** Everything is taken: days that are only driven otherwise are, too. */
  readonly isWhole: boolean;
}

const dayOf = (s: Pick<LiveSeat, 'personId' | 'date'>): string => `${s.personId}@${s.date}`;

/** What is on each of some days in a plan, as text that can be compared. */
async function sequences(unit: Unit, layer: Layer, days: ReadonlySet<string>): Promise<Map<string, string>> {
  const dates = [...days].map((d) => d.slice(-10)).sort();
  if (dates.length === 0) return new Map();
  const rows = await readPlacementsOn(unit.transaction, layer, {
    firstDate: dates[0]!,
    lastDate: dates.at(-1)!,
  });
  const out = new Map<string, string[]>();
  for (const r of rows) {
    const day = `${r.personId}@${r.date}`;
    if (days.has(day)) out.set(day, [...(out.get(day) ?? []), `${r.visitId}/${r.part}/${r.startAt}`]);
  }
  return new Map([...days].map((d) => [d, (out.get(d) ?? []).sort().join(' ')]));
}

function touched(chosen: ReadonlyMap<string, Move>): Set<string> {
  return new Set([...chosen.values()].flatMap(({ from, to }) => [...from, ...to].map(dayOf)));
}

/**
 * Lays part of a draft over the live plan. A day that becomes as the draft has it is driven as there; one that keeps
 * something else besides is timed anew.
 */
export async function layOver(unit: Unit, part: Part, command: Command): Promise<Laid> {
  const { transaction } = unit;
  const { planId, extent, playbook, chosen } = part;
  const live = await readLivePlan(transaction);
  const wantedDays = await draftedDays(unit, planId);
  const days = touched(chosen);
  if (part.isWhole) for (const day of wantedDays.keys()) days.add(day);
  const drafted = await sequences(unit, { liveId: live.id, draftId: planId }, days);
  const liveDays = await readLiveDays(transaction, [...days]);
  await writeLiveVisits(transaction, new Map([...chosen].map(([id, m]) => [id, m.to])));
  const after = await sequences(unit, await layerOf(transaction, live), days);
  const asDrafted = [...days].filter((d) => wantedDays.has(d) && after.get(d) === drafted.get(d));
  const mixed = [...days].filter((d) => !asDrafted.includes(d));
  const redriven = differing(new Map(asDrafted.map((d) => [d, wantedDays.get(d)!])), liveDays);
  await writeLiveDays(transaction, redriven);
  const visits = new Map(chosen);
  const retimed = new Set<string>();
  if (mixed.length > 0) {
    const around = await timeAround(unit, part, mixed);
    const anew = new Map([...around.days].filter(([d, driven]) => !isSame(liveDays.get(d), driven)));
    await writeLiveDays(transaction, anew);
    for (const [d, driven] of anew) redriven.set(d, driven);
    for (const [id, move] of await moveAlong(unit, around.starts)) {
      if (!visits.has(id)) retimed.add(id);
      visits.set(id, { from: visits.get(id)?.from ?? move.from, to: move.to });
    }
  }
  note(command, extent, { visits, redriven, liveDays });
  const judged = await judgePlan(unit, await readLivePlan(transaction), extent, playbook.content);
  return { visits, retimed, days, judged };
}

/** Days that are a mixture, timed anew; and the visits on them that begin at another time then. */
async function timeAround(unit: Unit, { extent, playbook }: Part, mixed: readonly string[]) {
  const { built } = await judgePlan(unit, await readLivePlan(unit.transaction), extent, playbook.content);
  const index = indexProblem(built.problem);
  const days = new Map<string, DrivenDay[]>();
  const starts = new Map<string, number>();
  for (const day of mixed) {
    const timed = redrive({ built, index }, day);
    if (!timed) continue;
    days.set(day, [...timed.driven]);
    for (const [id, at] of timed.starts) starts.set(id, at);
  }
  return { days, starts };
}

async function moveAlong(unit: Unit, starts: ReadonlyMap<string, number>): Promise<Map<string, Move>> {
  const ids = [...starts.keys()].flatMap((id) => visitOfId(id)?.visitId ?? []);
  const was = await readLiveVisits(unit.transaction, ids);
  const out = new Map<string, Move>();
  for (const [coreId, startAt] of starts) {
    const { visitId, part } = visitOfId(coreId)!;
    const from = was.get(visitId) ?? [];
    const to = from.map((s) => {
      if (s.part !== part) return s;
      const length = Date.parse(s.endsAt ?? s.startsAt) - Date.parse(s.startsAt);
      return { ...s, startsAt: iso(startAt), endsAt: new Date(startAt * 1000 + length).toISOString() };
    });
    out.set(visitId, { from, to });
  }
  await writeLiveVisits(unit.transaction, new Map([...out].map(([id, m]) => [id, m.to])));
  return out;
}

function note(
  command: Command,
  { territoryIds }: Extent,
  changed: {
    readonly visits: ReadonlyMap<string, Move>;
    readonly redriven: ReadonlyMap<string, readonly DrivenDay[]>;
    readonly liveDays: ReadonlyMap<string, readonly DrivenDay[]>;
  },
): void {
  const orNull = <T>(list: readonly T[] | undefined): readonly T[] | null => (list?.length ? list : null);
  for (const [objectId, { from, to }] of changed.visits) {
    command.note({ object: 'live-visits', objectId, before: orNull(from), after: orNull(to), territoryIds });
  }
  for (const [objectId, driven] of changed.redriven) {
    const before = orNull(changed.liveDays.get(objectId));
    command.note({ object: 'live-days', objectId, before, after: orNull(driven), territoryIds });
  }
}

/** What the live plan breaks now in what was laid over it. */
export function brokenBy({ judged, visits, days }: Laid): Violation[] {
  return judged.verdict.violations.filter(
    (v) =>
      (v.visitId !== undefined && visits.has(visitOfId(v.visitId)?.visitId ?? '')) ||
      (v.shiftId !== undefined && days.has(dayOfShift(v.shiftId))),
  );
}
