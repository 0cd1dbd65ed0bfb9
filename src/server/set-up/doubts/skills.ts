import type { Visit } from '@/core/index';
import { skillsOn } from '../../shared/problem/shifts';
import type { Finder, Found, Look } from './look';

interface Asked {
  readonly skillId: string;
  readonly level: number;
  readonly visits: readonly Visit[];
}

/** Skills that the work of the next days asks for, each at its levels. */
function askedFor({ world }: Look): Asked[] {
  const out = new Map<string, { skillId: string; level: number; visits: Visit[] }>();
  for (const visit of world.who.visits) {
    // Of several of which one is enough, none is asked for by itself.
    if (visit.skillMode === 'any' && visit.skills.length > 1) continue;
    for (const { skillId, level } of visit.skills) {
      const key = `${skillId} ${level}`;
      const known = out.get(key);
      if (known) known.visits.push(visit);
      else out.set(key, { skillId, level, visits: [visit] });
    }
  }
  return [...out.values()];
}

interface Holder {
  readonly name: string;
  readonly id: string;
  /** Best level on any of the days, and the last of the days on which the level asked for holds. */
  readonly best: number;
  readonly lastDate: string | null;
}

function holdersOf(look: Look, { skillId, level }: Asked): Holder[] {
  return look.people
    .filter((p) => p.active && p.openToPlanning && p.skills.some((s) => s.skillId === skillId))
    .map((p) => {
      const held = look.dates.map((date) => skillsOn(p, date).find((s) => s.skillId === skillId)?.level ?? 0);
      const last = held.findLastIndex((l) => l >= level);
      return {
        id: p.id,
        name: p.name,
        best: Math.max(0, ...held),
        lastDate: last < 0 ? null : look.dates[last]!,
      };
    });
}

function crewsHold(look: Look, { skillId, level }: Asked): boolean {
  return look.world.data.crews.some((c) => c.skills.some((s) => s.skillId === skillId && s.level >= level));
}

const MOST_NAMES = 4;

function judge(look: Look, asked: Asked): Found[] {
  if (crewsHold(look, asked)) return [];
  const { skillId, level, visits } = asked;
  const holders = holdersOf(look, asked);
  const good = holders.filter((h) => h.best >= level);
  const title = look.skills.get(skillId)?.name ?? skillId;
  const base = { step: 'skills', object: 'skills', id: skillId, title } as const;
  const names = (list: readonly Holder[]): string[] => list.slice(0, MOST_NAMES).map((h) => h.name);
  if (good.length === 0) {
    const best = Math.max(0, ...holders.map((h) => h.best));
    return [
      {
        ...base,
        code: best > 0 ? 'skill-too-low' : 'skill-nobody',
        facts: { level, best, people: names(holders) },
        visits,
      },
    ];
  }
  const lastHeld = good
    .map((h) => h.lastDate!)
    .sort()
    .at(-1)!;
  const ended = lastHeld < look.dates.at(-1)!;
  const later = ended ? visits.filter((v) => look.stuck.includes(v)) : [];
  const out: Found[] = [];
  if (ended)
    out.push({
      ...base,
      code: 'skill-ended',
      facts: { level, lastDate: lastHeld, people: names(good) },
      visits: later,
    });
  if (good.length === 1 && !ended)
    out.push({
      ...base,
      code: 'skill-one-deep',
      facts: { level, person: good[0]!.name, asked: visits.length },
      visits: [],
    });
  return out;
}

/** Skills that nobody holds, holds at the level, or holds long enough; and those that hang on one person. */
export const SKILL_DOUBTS: readonly Finder[] = [
  (look) => {
    const all = askedFor(look).flatMap((asked) => judge(look, asked));
    // Of one skill only the sharpest that is said of each code.
    const seen = new Map<string, Found>();
    for (const found of all.sort(
      (a, b) => b.visits.length - a.visits.length || Number(b.facts.level) - Number(a.facts.level),
    ))
      if (!seen.has(`${found.code} ${found.id}`)) seen.set(`${found.code} ${found.id}`, found);
    return [...seen.values()];
  },
];
