import { roleMay } from '@/contract/access/permissions';
import { type DoubtView, type PathView, STEPS } from '@/contract/set-up/answers/doubts';
import { readSetUpCounts } from '@/db/repositories/set-up/counts';
import { newestCommand } from '@/db/repositories/shared/commands';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy } from '../../shared/access';
import { labelOf } from '../../shared/plans/broken';
import { planAhead } from '../../shared/plans/plan-ahead';
import type { Unit } from '../../shared/unit';
import { worldOf } from '../effect/try-change';
import { ALL_DOUBTS } from './all';
import { createLook, type Found, type Look } from './look';

const MOST_NAMED = 100;
const MICRO = 1_000_000;

function viewOf(found: Found, look: Look): DoubtView {
  const { data } = look.world;
  const unique = new Map(
    found.visits.map((v) => {
      const row = look.rowOf(v);
      return [
        row?.id ?? v.id,
        { named: labelOf(row, data, row?.id ?? v.id), price: v.unplannedPrice },
      ] as const;
    }),
  );
  const { visits: _visits, ...rest } = found;
  const list = [...unique.values()];
  const more = Object.entries(found.facts)
    .filter(([name]) => ['level', 'rule', 'skillId', 'personId', 'territoryId'].includes(name))
    .map(([, value]) => String(value));
  return {
    ...rest,
    key: [found.code, found.id ?? '', ...more].join(' '),
    visits: list.slice(0, MOST_NAMED).map((v) => v.named),
    visitCount: list.length,
    price: list.reduce((sum, v) => sum + v.price, 0) / MICRO,
    aside: null,
  };
}

interface Kept {
  readonly stamp: string;
  readonly found: readonly DoubtView[];
  readonly openVisits: number;
}
/** By who sees what; the newest command tells whether anything changed. */
const holder = globalThis as { limeDoubts?: Map<string, Kept> };
const MOST_KEPT = 20;

async function sitesInSight(unit: Unit): Promise<Look['sites']> {
  const all = await readAll(unit.transaction, 'sites');
  const seen = seenBy(unit.user);
  return all.filter((s) => s.territoryId === null || seen.has(s.territoryId));
}

async function findDoubts(
  unit: Unit,
): Promise<{ found: readonly DoubtView[]; openVisits: number; days: readonly [string, string] | null }> {
  const ahead = await planAhead(unit);
  if (!ahead) return { found: [], openVisits: 0, days: null };
  const { transaction } = unit;
  const days = [ahead.firstDate, ahead.lastDate] as const;
  const key = JSON.stringify([ahead.territoryIds]);
  const stamp = JSON.stringify([await newestCommand(transaction), days, ahead.playbook.id]);
  holder.limeDoubts ??= new Map();
  const known = holder.limeDoubts.get(key);
  if (known?.stamp === stamp) return { ...known, days };
  const seen = seenBy(unit.user);
  const people = (await readAll(transaction, 'technicians')).filter(
    (t) => t.territories.length === 0 || t.territories.some((m) => seen.has(m.territoryId)),
  );
  const look = createLook(
    {
      world: worldOf(ahead.kept),
      playbook: ahead.playbook,
      people: people.filter((p) => p.active),
      skills: new Map((await readAll(transaction, 'skills')).map((s) => [s.id, s])),
      sites: await sitesInSight(unit),
      equipmentKinds: new Map((await readAll(transaction, 'equipment-kinds')).map((k) => [k.id, k.name])),
      parts: new Map((await readAll(transaction, 'parts')).map((p) => [p.id, p.name])),
      offers: await readAll(transaction, 'offers'),
      now: unit.now,
    },
    ahead.firstDate,
  );
  const found = ALL_DOUBTS.flatMap((find) => find(look))
    .map((f) => viewOf(f, look))
    .sort((a, b) => b.price - a.price || b.visitCount - a.visitCount || a.title.localeCompare(b.title, 'en'));
  const made: Kept = { stamp, found, openVisits: look.world.who.visits.length };
  holder.limeDoubts.set(key, made);
  if (holder.limeDoubts.size > MOST_KEPT) holder.limeDoubts.delete(holder.limeDoubts.keys().next().value!);
  return { ...made, days };
}

/** The way through set-up with what holds work up, as the user sees it. */
export async function readPath(unit: Unit): Promise<PathView> {
  requireRight(unit, 'read', 'territories');
  const { found, openVisits, days } = await findDoubts(unit);
  const asides = new Map((await readAll(unit.transaction, 'asides')).map((a) => [a.doubt, a]));
  const today = days?.[0] ?? '';
  const doubts = found.map((d): DoubtView => {
    const aside = asides.get(d.key);
    const isAside = aside !== undefined && aside.untilDate >= today;
    return isAside
      ? {
          ...d,
          aside: { id: aside.id, version: aside.version, reason: aside.reason, untilDate: aside.untilDate },
        }
      : d;
  });
  const counts = await readSetUpCounts(
    unit.transaction,
    unit.user.role === 'administrator' ? 'all' : [...seenBy(unit.user)],
  );
  const steps = STEPS.filter((s) => s !== 'access' || roleMay(unit.user.role, 'read', 'users')).map(
    (step) => ({
      step,
      counts: counts[step].counts,
      isEmpty: counts[step].isEmpty,
      doubts: doubts.filter((d) => d.step === step && d.aside === null).length,
    }),
  );
  return { steps, doubts, openVisits, firstDate: days?.[0] ?? null, lastDate: days?.[1] ?? null };
}
