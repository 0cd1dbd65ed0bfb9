import { createRandom } from '../base/random';
import { drawBeyond } from '../simulate/lognormal';
import type { Spreads } from './expect-day';
import type { Draw } from './play';

/** How a played day really comes out: all of it follows from a seed and from what it is about, however often and in whatever order it is asked. */
export interface Truth {
  readonly draw: Draw;
  /** Seconds by which somebody begins later than planned; 0 of most. */
  lateSec(personId: string): number;
  /** From when to when nothing is heard of somebody, seconds after their shift begins; null of most. */
  silence(personId: string): { readonly fromSec: number; readonly untilSec: number } | null;
  /** When somebody's van breaks down, seconds after their shift begins; null of most. */
  breakdownSec(personId: string): number | null;
  /** Why a visit cannot be done, and how long it takes to find that out, seconds; null of most. */
  failure(visitId: string): { readonly reason: string; readonly sec: number } | null;
}

/** FNV-1a, 32 bit (Fowler, Noll and Vo; from memory): spreads a name over the seeds. */
function hashOf(name: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < name.length; i++) h = Math.imul(h ^ name.charCodeAt(i), 0x01000193);
  return h >>> 0;
}

const HOUR = 3600;
const LATE = { chance: 0.08, leastSec: 15 * 60, moreSec: 45 * 60 };
const SILENT = { chance: 0.05, fromSec: 2 * HOUR, moreSec: 3 * HOUR, lastsSec: 2.5 * HOUR };
const BROKEN = { chance: 0.04, fromSec: 2 * HOUR, moreSec: 4 * HOUR };
const NOBODY_THERE = { chance: 0.04, sec: 10 * 60 };
const PART_MISSING = { chance: 0.02, sec: 20 * 60 };

/** The truth of a seed. Shares of spread are those by which the day is expected too. */
export function truthOf(seed: number, { travelShare, workShare }: Spreads): Truth {
  const chance = (what: string): number =>
    createRandom((hashOf(what) ^ Math.imul(seed, 0x9e3779b1)) | 0).next();
  return {
    draw: {
      travel: (id, shift, meanSec) =>
        drawBeyond({ meanSec, share: travelShare }, 0, chance(`drive ${shift.personId} ${id}`)),
      // What was asked for on top does not make it longer once more.
      work: ({ visit, facts }, _shift, meanSec) =>
        drawBeyond(
          { meanSec: meanSec - (facts?.moreSec ?? 0), share: workShare(visit.kind) },
          0,
          chance(`work ${visit.id}`),
        ),
    },
    lateSec: (id) =>
      chance(`late ${id}`) < LATE.chance ? LATE.leastSec + Math.round(chance(`by ${id}`) * LATE.moreSec) : 0,
    silence: (id) => {
      if (chance(`silent ${id}`) >= SILENT.chance) return null;
      const fromSec = SILENT.fromSec + Math.round(chance(`silent from ${id}`) * SILENT.moreSec);
      return { fromSec, untilSec: fromSec + SILENT.lastsSec };
    },
    breakdownSec: (id) =>
      chance(`van ${id}`) < BROKEN.chance
        ? BROKEN.fromSec + Math.round(chance(`van at ${id}`) * BROKEN.moreSec)
        : null,
    failure: (id) => {
      const u = chance(`fails ${id}`);
      if (u < NOBODY_THERE.chance) return { reason: 'Nobody there', sec: NOBODY_THERE.sec };
      if (u < NOBODY_THERE.chance + PART_MISSING.chance)
        return { reason: 'A part is missing', sec: PART_MISSING.sec };
      return null;
    },
  };
}
