import { environment } from '@/config/environment';
import { PLAYER_ID, type PlayerView, playerAsk } from '@/contract/day/player';
import { instantOf, localDateOf } from '@/core/index';
import type { Transaction } from '@/db/connection';
import { readUserById } from '@/db/repositories/access/users';
import { raiseLiveRevision } from '@/db/repositories/plan/plans';
import { addCommand, notify } from '@/db/repositories/shared/commands';
import {
  clearDay,
  dropPlayer,
  holdPlayer,
  notePlayed,
  type Player,
  readPlayer,
  writePlayer,
} from '@/db/repositories/shared/player';
import { requireRight } from '../../shared/access';
import { nowSec } from '../../shared/clock';
import { Refusal, required } from '../../shared/refusal';
import type { SystemUnit, Unit, User } from '../../shared/unit';
import { nextReports, openPlayed, type Span } from './next-reports';

const SEED = 1;
const BEGINS_MIN = 6 * 60;
const ENDS_MIN = 20 * 60;
/** One step looks so far ahead for something that is said. */
const STEP_SEC = 4 * 3600;
const ZONE = 'Atlantic/Madeira';

const day = (sec: number): Date => new Date(sec * 1000);

/** Whether a day can be played here: only in the demo, and by whoever has the say in a day. */
async function playerUser({ transaction, user }: Unit) {
  requireRight({ user }, 'change', 'day');
  const found = environment().isDemo ? await readUserById(transaction, PLAYER_ID) : null;
  if (!found) throw new Refusal('not-found');
  return found;
}

/** The played day as it is shown; null where none can be played. */
export async function readPlayerView(unit: Unit): Promise<PlayerView | null> {
  if (!environment().isDemo || !(await readUserById(unit.transaction, PLAYER_ID))) return null;
  const player = await readPlayer(unit.transaction);
  return { seed: player?.seed ?? SEED, pace: player?.pace ?? 0, isOn: player !== null };
}

/** Plays the demo's day on, pauses it, goes one report further, begins it anew, or ends it. */
export async function steerPlayer(unit: Unit, raw: unknown): Promise<PlayerView> {
  const ask = required(playerAsk, raw);
  const { transaction } = unit;
  const user = await playerUser(unit);
  await holdPlayer(transaction);
  const player = await readPlayer(transaction);
  const now = player?.now ?? nowSec();
  const date = player?.date ?? localDateOf(now, ZONE);
  const seed = player?.seed ?? SEED;
  const playedTo = day(player?.playedTo ?? now);
  if (ask.do === 'play')
    await writePlayer(transaction, { date, seed, at: day(now), pace: ask.pace, playedTo });
  else if (ask.do === 'pause')
    await writePlayer(transaction, { date, seed, at: day(now), pace: 0, playedTo });
  else if (ask.do === 'step') {
    const from = playedTo.getTime() / 1000;
    const at = await nextMoment({ ...unit, user, now }, { date, seed, from, until: from + STEP_SEC });
    await writePlayer(transaction, { date, seed, at: day(Math.max(now, at)), pace: 0, playedTo });
  } else if (ask.do === 'begin') {
    await raiseLiveRevision(transaction);
    await clearDay(transaction, date);
    // Whoever keeps what follows from the work has it again: nobody's own, and nothing to be taken back.
    const name = 'begin-day';
    await addCommand(transaction, { name, facts: {}, userId: null, at: day(now), undoes: null });
    const at = day(instantOf(date, BEGINS_MIN, ZONE));
    await writePlayer(transaction, { date, seed: ask.seed, at, pace: ask.pace, playedTo: at });
  } else await dropPlayer(transaction);
  await tellClock(transaction, user);
  return (await readPlayerView(unit))!;
}

/** Whoever watches has another clock from here on. */
function tellClock(transaction: Transaction, { grants }: User): Promise<void> {
  return notify(
    transaction,
    JSON.stringify({ kind: 'field', territoryIds: grants.map((g) => g.territoryId) }),
  );
}

/** When the next thing is said, at the latest at the end of the span. */
async function nextMoment(unit: Unit, span: Span): Promise<number> {
  const [first] = nextReports(await openPlayed(unit, span), span);
  return first ? Math.ceil(Date.parse(first.at) / 1000) : span.until;
}

/** A stretch of the played day that is due; null while it is paused or nobody plays. Its clock stops in the evening. */
export async function duePlay({
  transaction,
  now,
}: SystemUnit): Promise<{ readonly unit: Unit; readonly span: Span } | null> {
  const player: Player | null = await readPlayer(transaction);
  if (!player || player.now <= player.playedTo) return null;
  const user = await readUserById(transaction, PLAYER_ID);
  if (!user) return null;
  const { date, seed, playedTo } = player;
  const ends = instantOf(date, ENDS_MIN, ZONE);
  if (player.now >= ends && player.pace > 0) {
    await writePlayer(transaction, { date, seed, at: day(ends), pace: 0, playedTo: day(playedTo) });
    await tellClock(transaction, user);
  }
  const until = Math.min(player.now, ends);
  if (until <= playedTo) return null;
  return { unit: { transaction, user, now }, span: { date, seed, from: playedTo, until } };
}

/** Notes until when the day was played. */
export async function playedTo({ transaction }: SystemUnit, until: number): Promise<void> {
  await notePlayed(transaction, day(until));
}
