import { positionOf } from '../state/edit';
import { isTouched, touch, type Workspace } from '../state/workspace';
import { takeOutBetween } from './take-out';
import { ruinUnits } from './units';

const AVERAGE_REMOVED = 10;
const LONGEST_STRING = 10;
const SPLIT_RATE = 0.5;
const SPLIT_GROWTH = 0.01;
/** Iterations that begin near the same visit. */
const STAY = 200;
/** Visits drawn near it until one is met that nobody else moves. */
const TRIES = 12;

/**
 * Takes strings of visits near a random seed out of their routes: adjacent string removal with
 * split strings (Christiaens and Vanden Berghe, "Slack induction by string removals for vehicle
 * routing problems", Transportation Science 54(2), 2020, section 4.1). Returns the seed.
 */
export function ruinStrings(work: Workspace): number {
  const { prep, routes, random } = work;
  const seed = drawSeed(work);
  work.sharedKind = work.links.hasLinks ? ruinUnits(work, seed) : -1;
  if (work.sharedKind >= 0) return seed;
  const average = averageStops(work);
  const longest = Math.min(LONGEST_STRING, Math.max(1, average));
  const most = (4 * AVERAGE_REMOVED) / (1 + longest) - 1;
  const strings = Math.floor(random.next() * most + 1);
  const row = seed * prep.neighbourCount;
  let cut = 0;
  for (let i = -1; i < prep.neighbourCount && cut < strings; i++) {
    const v = i < 0 ? seed : prep.neighbours[row + i]!;
    const s = routes.shiftOf[v]!;
    if (s < 0 || work.near.open[s] === 0 || isTouched(work, s)) continue;
    touch(work, s);
    cutString(work, v, s, longest);
    cut++;
  }
  return seed;
}

/**
 * A visit drawn at random; where there are many, one near another for a while before moving on, so that what is
 * read of visits, routes and travel is still at hand from the iterations before.
 */
function drawSeed(work: Workspace): number {
  const { prep, random, seeds, focus } = work;
  const isFew = seeds.length <= prep.neighbourCount + 1 && focus.left === 0;
  if (seeds !== work.movable || isFew) return seeds[random.below(seeds.length)]!;
  if (focus.left === 0) {
    focus.at = seeds[random.below(seeds.length)]!;
    focus.left = STAY;
  }
  focus.left--;
  for (let i = 0; i < TRIES; i++) {
    const v = prep.neighbours[focus.at * prep.neighbourCount + random.below(prep.neighbourCount)]!;
    if (work.isOwn[v] === 1) return prep.visitHeld[v] === 1 ? focus.at : v;
  }
  return focus.at;
}

function averageStops(work: Workspace): number {
  return (work.prep.visits - work.loose.count) / Math.max(1, work.usedRoutes);
}

function cutString(work: Workspace, v: number, s: number, longest: number): void {
  const { routes, random } = work;
  const n = routes.count[s]!;
  const length = Math.floor(random.next() * Math.min(n, longest)) + 1;
  const kept = length > 1 && length < n && random.next() < SPLIT_RATE ? keptInside(work, n - length) : 0;
  const span = length + kept;
  const at = positionOf(routes, v);
  const lowest = Math.max(1, at - span + 1);
  const highest = Math.min(at, n - span + 1);
  const start = lowest + random.below(highest - lowest + 1);
  const keepFrom = kept > 0 ? start + 1 + random.below(Math.max(1, length - 1)) : start + span;
  const isKept = (p: number): boolean => kept > 0 && p >= keepFrom && p < keepFrom + kept;
  takeOutBetween(work, s, start, start + span - 1, isKept);
}

/** How many stops inside a split string stay: one, seldom more. */
function keptInside(work: Workspace, limit: number): number {
  let kept = 1;
  while (kept < limit && work.random.next() < SPLIT_GROWTH) kept++;
  return Math.min(kept, limit);
}
