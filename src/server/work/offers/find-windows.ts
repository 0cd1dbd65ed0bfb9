import { type WindowOffered, type WindowsAnswer, type WindowsAsk, windowsAsk } from '@/contract/work/call';
import { chanceOfVisit, funnelOf, instantOf, type KeptOffer, keptOffers, localDateOf } from '@/core/index';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';
import { windowsOffered } from '../../shared/offers/windows-offered';
import { createNames } from '../../shared/plans/broken';
import { addDays } from '../../shared/plans/plan-ahead';
import { needsOf } from '../../shared/problem/needs';
import { Refusal, required } from '../../shared/refusal';
import { spreadsOf, USUAL_SPREAD } from '../../shared/spreads';
import type { Unit } from '../../shared/unit';
import { offerFor } from './agreed';
import { type AskedWork, knownWork, newWork, wrong } from './asked-work';
import { isLiked } from './likes';
import { type OfferGround, openOfferGround } from './open-ground';

/** Windows that cost at most so much more than the cheapest are among the best. */
const BEST_SHARE = 0.1;
const MOST_BEST = 4;
const PLAYED_DAYS = 200;
/** Nobody is promised the very end of a window where something before it can be had: a quarter of it, half an hour at most. */
const MOST_SPARE_SEC = 1800;

/** Where and when windows are looked for. */
export interface Sought {
  readonly work: AskedWork;
  readonly offer: Stored<'offers'>;
  readonly ground: OfferGround;
  readonly dates: readonly string[];
  /** Windows held out, before anybody looks whether they can be kept; seconds since 1970. */
  readonly heldOut: readonly { readonly date: string; readonly startAt: number; readonly endAt: number }[];
}

/** Opens the plan for what somebody asks for, new work under an id of its own where one is named, with the windows that may be offered for it. */
export async function seek(unit: Unit, asked: WindowsAsk, id: string | null = null): Promise<Sought> {
  const found = asked.for === 'new' ? await newWork(unit, asked.ask) : await knownWork(unit, asked.visitId);
  if (!found.row.isLocated) throw wrong('siteId', 'nowhere');
  const work = id === null ? found : { ...found, row: { ...found.row, id } };
  const offer = await offerFor(unit.transaction, work.territory.id, work.kind.id);
  if (!offer) throw new Refusal('conflict', { reason: 'nothing-held-out' });
  const { zone } = work.territory;
  const today = localDateOf(unit.now, zone);
  const aheadDays = offer.aheadDays + asked.furtherDays;
  const extent = {
    territoryIds: [work.territory.id],
    firstDate: today,
    lastDate: addDays(today, aheadDays),
  };
  const ground = await openOfferGround(unit, extent, { row: work.row, withoutHold: asked.holdId });
  const heldOut = windowsOffered(
    { ...offer, aheadDays, territoryId: work.territory.id, jobKindId: work.kind.id },
    ground.kept.loaded.data,
    unit.now,
  ).map((w) => ({
    date: w.date,
    startAt: instantOf(w.date, w.startMin, zone),
    endAt: instantOf(w.date, w.endMin, zone),
  }));
  const dates = Array.from({ length: aheadDays + 1 }, (_, i) => addDays(today, i));
  return { work, offer, ground, dates, heldOut };
}

/** Those of the windows held out that the plan can keep. */
export function keptOf(
  unit: Unit,
  { work, offer, ground, heldOut }: Sought,
  { personIds }: Pick<WindowsAsk, 'personIds'>,
): KeptOffer[] {
  const { originSec } = ground.kept.built;
  if (!ground.kept.index.visitById.has(work.row.id)) throw new Refusal('conflict', { reason: 'long-job' });
  const wanted = new Set(personIds);
  return keptOffers(ground.board, work.row.id, {
    windows: heldOut.map((w) => ({ startSec: w.startAt - originSec, endSec: w.endAt - originSec })),
    nowSec: unit.now - originSec,
    spareSec: Math.min(MOST_SPARE_SEC, offer.widthMin * 15),
    mayPush: (id) => offer.mayPush && !ground.held.has(id),
    ...(wanted.size > 0 ? { isWanted: (s) => wanted.has(s.personId) } : {}),
  });
}

/** A window as it is told. */
export function toldWindow(sought: Sought, kept: KeptOffer): WindowOffered {
  const { ground, work } = sought;
  const { data } = ground.kept.loaded;
  const { originSec } = ground.kept.built;
  const names = createNames(data);
  const { window, startSec, result } = kept;
  const startAt = window.startSec + originSec;
  const premises = needsOf(work.row, data).premises;
  return {
    date: localDateOf(startAt, work.territory.zone),
    startAt,
    endAt: window.endSec + originSec,
    // That it is no loose end any more is the same for every window: what is told is what it adds to the plan.
    price: result.price - result.change.unplanned.price,
    change: Object.fromEntries(
      Object.entries(result.change).filter(
        ([o, part]) => o !== 'unplanned' && (part.price !== 0 || part.amount !== 0),
      ),
    ),
    people: kept.seats.map(({ shiftId }) => {
      const { personId } = ground.kept.index.shiftById.get(shiftId)!;
      return { id: personId, name: names.person(personId) };
    }),
    aboutAt: startSec + originSec,
    premises: premises?.name ?? null,
    pushed: result.pushed.map((p) => ({
      label: p.visitId === work.row.id ? '' : names.visit(p.visitId).label,
      startAt: p.startSec + originSec,
    })),
    slackSec: window.endSec - startSec,
    chance: null,
    isAfterAgreed: work.agreedUntil !== null && window.endSec + originSec > work.agreedUntil,
    isBest: false,
    isLiked: isLiked(work.likes, { startAt, endAt: window.endSec + originSec }),
  };
}

function withBest(windows: readonly WindowOffered[]): WindowOffered[] {
  const prices = windows.map((w) => w.price).sort((a, b) => a - b);
  const [least = 0] = prices;
  const spread = (prices.at(-1) ?? least) - least;
  const border = Math.min(least + spread * BEST_SHARE, prices[MOST_BEST - 1] ?? Number.POSITIVE_INFINITY);
  return windows.map((w) => ({ ...w, isBest: w.price <= border }));
}

/** On what share of played days a window is kept; null where that cannot be played. */
export function chanceOf({ ground, work }: Sought, kept: KeptOffer): number | null {
  const spreads = spreadsOf(ground.kept);
  return chanceOfVisit(kept.result, work.row.id, {
    days: PLAYED_DAYS,
    spreadOf: (kind) => spreads[kind ?? ''] ?? USUAL_SPREAD,
  });
}

/** Every window that can truly be kept for what somebody asks for, with what it costs the plan. Changes nothing. */
export async function findWindows(unit: Unit, raw: unknown): Promise<WindowsAnswer> {
  const asked = required(windowsAsk, raw);
  const sought = await seek(unit, asked);
  const kept = keptOf(unit, sought, asked);
  const windows = withBest(kept.map((k) => toldWindow(sought, k))).map((w, i) =>
    w.isBest ? { ...w, chance: chanceOf(sought, kept[i]!) } : w,
  );
  return { ...(await aboutWork(unit, sought)), ...whyNone(sought, windows), windows };
}

/** Where nothing can be kept: who is left after each rule. */
function whyNone(
  { ground, work }: Sought,
  windows: readonly WindowOffered[],
): Pick<WindowsAnswer, 'steps' | 'left' | 'people'> {
  const people = new Set(ground.kept.built.problem.shifts.map((s) => s.personId)).size;
  if (windows.length > 0) return { steps: [], left: 0, people };
  const visit = ground.kept.index.visitById.get(work.row.id)!;
  // Of its windows only the promised ones say anything, and there are none yet.
  const anytime = visit.windows.length > 0 ? visit : { ...visit, windows: [] };
  const funnel = funnelOf(ground.board, anytime);
  return { steps: funnel.steps.filter((s) => s.removed > 0), left: funnel.left, people };
}

async function aboutWork(
  unit: Unit,
  { work, offer, ground, dates, heldOut }: Sought,
): Promise<Pick<WindowsAnswer, 'zone' | 'dates' | 'heldOut' | 'needs'>> {
  const { data } = ground.kept.loaded;
  const needs = needsOf(work.row, data);
  const nameOf = await namesOf(unit);
  return {
    zone: work.territory.zone,
    dates: [...dates],
    heldOut: heldOut.length,
    needs: {
      durationMin: work.row.durationMin,
      people: needs.people,
      priority: work.row.priority,
      skills: needs.skills.map((s) => ({ name: nameOf(s.skillId), level: s.level })),
      equipment: needs.equipmentKindIds.map(nameOf),
      parts: needs.partIds.map(nameOf),
      widthMin: offer.widthMin,
      mayPush: offer.mayPush,
      agreement: work.agreement?.name ?? null,
      agreedUntil: work.agreedUntil,
    },
  };
}

/** What needs are called. */
async function namesOf(unit: Unit): Promise<(id: string) => string> {
  const named = new Map<string, string>();
  for (const object of ['skills', 'equipment-kinds', 'parts'] as const)
    for (const x of await readAll(unit.transaction, object)) named.set(x.id, x.name);
  return (id) => named.get(id) ?? id;
}
