import { randomUUID } from 'node:crypto';
import { type MaintenancePreview, maintenanceRange } from '@/contract/work/maintenance';
import { instantOf, patternHours, weekdayOf } from '@/core/index';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';
import { type MaintenanceTarget, readMade, readTargets } from '@/db/repositories/work/maintenance';
import { newestOrderNumber } from '@/db/repositories/work/numbers';
import { requireRight, seenBy } from '../../shared/access';
import { runCommand } from '../../shared/commands/command';
import { readObject } from '../../shared/objects/read-objects';
import { prepareNew, writePrepared } from '../../shared/objects/save-object';
import { addDays } from '../../shared/plans/plan-ahead';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { datesOfRule, isRule } from './dates-of-rule';

type Plan = Stored<'maintenance-plans'>;
type Planned = MaintenancePreview['visits'][number] & { readonly target: MaintenanceTarget };
interface Range {
  readonly firstDate: string;
  readonly lastDate: string;
}

/** The days on which work at an asset is due by a plan: by the calendar, or counted on from when it was last done. */
export function dueDates(
  plan: Pick<Plan, 'rule' | 'countsFrom' | 'startsOn' | 'endsOn'>,
  lastDoneOn: string | null,
  { firstDate, lastDate }: Range,
): string[] {
  const last = plan.endsOn !== null && plan.endsOn < lastDate ? plan.endsOn : lastDate;
  const first = plan.startsOn > firstDate ? plan.startsOn : firstDate;
  if (last < first) return [];
  if (plan.countsFrom === 'calendar' || lastDoneOn === null)
    return datesOfRule(plan.rule, plan.startsOn, first, last);
  // Counted on from a day, the day itself is done.
  return datesOfRule(plan.rule, lastDoneOn, addDays(lastDoneOn, 1), last).filter((d) => d >= first);
}

interface World {
  readonly territories: ReadonlyMap<string, Stored<'territories'>>;
  readonly patterns: ReadonlyMap<string, Stored<'week-patterns'>>;
  readonly agreement: Stored<'agreements'> | null;
}

async function worldOf(unit: Unit, plan: Plan): Promise<World> {
  const byId = <T extends { readonly id: string }>(list: readonly T[]) => new Map(list.map((x) => [x.id, x]));
  const agreements = await readAll(unit.transaction, 'agreements');
  return {
    territories: byId(await readAll(unit.transaction, 'territories')),
    patterns: byId(await readAll(unit.transaction, 'week-patterns')),
    agreement: agreements.find((a) => a.id === plan.agreementId) ?? null,
  };
}

function clashesOf(world: World, plan: Plan, target: MaintenanceTarget, date: string): Planned['clashes'] {
  const out: Planned['clashes'] = [];
  const territory = world.territories.get(target.territoryId ?? '');
  if (!territory) out.push('no-territory');
  if (!target.isLocated) out.push('no-place');
  const hours = territory && world.patterns.get(territory.weekPatternId ?? '');
  const isClosed =
    territory?.holidays.some((h) => h.date === date) || (hours && patternHours(hours, date).length === 0);
  if (isClosed) out.push('closed');
  const { agreement } = world;
  if (agreement) {
    if (date < agreement.validFrom || (agreement.validTo !== null && date > agreement.validTo))
      out.push('outside-agreement');
    const covers =
      agreement.customerId === target.customerId &&
      (agreement.siteId === null || agreement.siteId === target.siteId) &&
      (agreement.kinds.length === 0 || agreement.kinds.some((k) => k.jobKindId === plan.jobKindId));
    if (!covers) out.push('not-covered');
  }
  return out;
}

async function planned(unit: Unit, plan: Plan, range: Range): Promise<Planned[]> {
  if (!isRule(plan.rule))
    throw new Refusal('invalid', { problems: [{ path: 'rule', code: 'no-rule', facts: {} }] });
  const seen = seenBy(unit.user);
  const world = await worldOf(unit, plan);
  const made = await readMade(unit.transaction, plan.id);
  const targets = await readTargets(unit.transaction, plan.id);
  const out: Planned[] = [];
  for (const target of targets) {
    if (target.territoryId !== null && !seen.has(target.territoryId)) continue;
    for (const date of dueDates(plan, target.lastDoneOn, range)) {
      const number = made.get(`${target.assetId} ${date}`);
      const clashes = clashesOf(world, plan, target, date);
      out.push({
        target,
        assetId: target.assetId,
        asset: target.asset,
        site: target.site,
        territory: world.territories.get(target.territoryId ?? '')?.name ?? null,
        date,
        dueDate: addDays(date, plan.withinDays),
        exists: number === undefined ? null : `W-${number}`,
        clashes,
        isBlocked: clashes.some((c) => c === 'no-territory' || c === 'no-place'),
      });
    }
  }
  return out.sort((a, b) => a.date.localeCompare(b.date) || a.site.localeCompare(b.site, 'en'));
}

const mondayOf = (date: string): string => addDays(date, 1 - weekdayOf(date));

async function forecastOf(
  unit: Unit,
  plan: Plan,
  visits: readonly Planned[],
): Promise<MaintenancePreview['forecast']> {
  const kind = (await readObject(unit, 'job-kinds', plan.jobKindId)) as unknown as Stored<'job-kinds'>;
  const names = new Map((await readAll(unit.transaction, 'skills')).map((s) => [s.id, s.name]));
  const skills = kind.skills.map((s) => names.get(s.skillId) ?? s.skillId);
  const hours = new Map<string, number>();
  for (const { date, isBlocked } of visits) {
    if (isBlocked) continue;
    for (const skill of skills.length > 0 ? skills : ['no skill']) {
      const key = `${mondayOf(date)} ${skill}`;
      hours.set(key, (hours.get(key) ?? 0) + (kind.durationMin * kind.people) / 60);
    }
  }
  return [...hours]
    .map(([key, h]) => ({ week: key.slice(0, 10), skill: key.slice(11), hours: Math.round(h * 10) / 10 }))
    .sort((a, b) => a.week.localeCompare(b.week) || a.skill.localeCompare(b.skill, 'en'));
}

async function planFor(unit: Unit, id: string): Promise<Plan> {
  return (await readObject(unit, 'maintenance-plans', id)) as unknown as Plan;
}

/** What a plan would make within a range: what is there already, what clashes, and how many hours by skill and week. */
export async function previewMaintenance(unit: Unit, id: string, raw: unknown): Promise<MaintenancePreview> {
  requireRight(unit, 'read', 'maintenance-plans');
  const range = required(maintenanceRange, raw);
  const plan = await planFor(unit, id);
  const visits = await planned(unit, plan, range);
  return {
    visits: visits.map(({ target: _target, ...v }) => v),
    fresh: visits.filter((v) => v.exists === null && !v.isBlocked).length,
    there: visits.filter((v) => v.exists !== null).length,
    blocked: visits.filter((v) => v.isBlocked).length,
    forecast: await forecastOf(unit, plan, visits),
  };
}

/** Makes the work orders that are missing within a range, as one command. Asked again it makes nothing twice. */
export async function generateMaintenance(
  unit: Unit,
  id: string,
  raw: unknown,
): Promise<{ made: number; commandId: number | null }> {
  requireRight(unit, 'change', 'work-orders');
  const range = required(maintenanceRange, raw);
  const plan = await planFor(unit, id);
  if (plan.archivedAt !== null) throw new Refusal('not-found');
  const kind = (await readObject(unit, 'job-kinds', plan.jobKindId)) as unknown as Stored<'job-kinds'>;
  const fresh = (await planned(unit, plan, range)).filter((v) => v.exists === null && !v.isBlocked);
  const facts = { plan: plan.name, count: fresh.length, ...range };
  let number = await newestOrderNumber(unit.transaction);
  const { commandId } = await runCommand(unit, 'generate-maintenance', facts, async (command) => {
    for (const visit of fresh) {
      number++;
      const workOrderId = randomUUID();
      const order = await prepareNew(unit, 'work-orders', {
        id: workOrderId,
        value: {
          number,
          siteId: visit.target.siteId,
          jobKindId: kind.id,
          summary: plan.name,
          receivedAt: new Date(unit.now * 1000).toISOString(),
          assetId: visit.assetId,
          agreementId: plan.agreementId,
          planId: plan.id,
          plannedOn: visit.date,
        },
      });
      await writePrepared(unit, command, 'work-orders', order);
      const own = await prepareNew(unit, 'visits', {
        value: {
          workOrderId,
          durationMin: kind.durationMin,
          priority: kind.priority,
          earliestAt: at(visit.date, visit.target.zone),
          dueAt: at(addDays(visit.dueDate, 1), visit.target.zone),
        },
      });
      await writePrepared(unit, command, 'visits', own);
    }
  });
  return { made: fresh.length, commandId };
}

const at = (date: string, zone: string): string => new Date(instantOf(date, 0, zone) * 1000).toISOString();
