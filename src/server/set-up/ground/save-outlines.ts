import { randomUUID } from 'node:crypto';
import { type OutlinesEdit, type OutlinesEffect, outlinesEdit } from '@/contract/set-up/answers/ground';
import type { FieldProblem } from '@/contract/shared/problems';
import { readAll, readMany, type Stored } from '@/db/repositories/shared/schedule';
import { requireRight, seenBy, withSayIn } from '../../shared/access';
import { type Command, runCommand } from '../../shared/commands/command';
import {
  changedFields,
  type Prepared,
  prepareNew,
  prepareSave,
  writePrepared,
} from '../../shared/objects/save-object';
import { planAhead } from '../../shared/plans/plan-ahead';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { holds, type Outline } from './shapes';

interface Lying {
  readonly id: string;
  readonly name: string;
  readonly outline: Outline;
}

/** Territories as they would lie: the new outlines in place of the old. */
async function lyingAfter(unit: Unit, edit: OutlinesEdit): Promise<Lying[]> {
  const seen = seenBy(unit.user);
  const edited = new Map(edit.outlines.flatMap((o) => (o.id === null ? [] : [[o.id, o] as const])));
  const old = (await readAll(unit.transaction, 'territories'))
    .filter((t) => seen.has(t.id))
    .map((t) => ({
      id: t.id,
      name: edited.get(t.id)?.name ?? t.name,
      outline: edited.get(t.id)?.outline ?? t.outline,
    }));
  const fresh = edit.outlines.filter((o) => o.id === null);
  return [...old, ...fresh.map((o) => ({ id: `new ${o.name}`, name: o.name, outline: o.outline }))];
}

interface Moving {
  readonly site: Stored<'sites'>;
  readonly to: Lying;
}

/**
 * Sites in sight that come to lie in another territory than they were given, through outlines that are edited: what
 * lay elsewhere before is another matter. Where two share the ground, a site stays.
 */
async function sitesToHandOver(
  unit: Unit,
  lying: readonly Lying[],
  edited: ReadonlySet<string>,
): Promise<{ moving: Moving[]; outside: number }> {
  const seen = seenBy(unit.user);
  const sites = (await readAll(unit.transaction, 'sites')).filter(
    (s) => s.territoryId === null || seen.has(s.territoryId),
  );
  const moving: Moving[] = [];
  let outside = 0;
  for (const site of sites) {
    const { lat, lon } = site;
    if (lat === null || lon === null) continue;
    const around = lying.filter((t) => holds(t.outline, lat, lon));
    if (around.length === 0) outside++;
    const [first] = around;
    const isConcerned = edited.has(first?.id ?? '') || edited.has(site.territoryId ?? '');
    if (first && isConcerned && !around.some((t) => t.id === site.territoryId))
      moving.push({ site, to: first });
  }
  return { moving, outside };
}

/** What would follow from outlines: who would be handed over, and how much work goes along. */
export async function tryOutlines(unit: Unit, raw: unknown): Promise<OutlinesEffect> {
  requireRight(unit, 'read', 'territories');
  const edit = required(outlinesEdit, raw);
  const lying = await lyingAfter(unit, edit);
  const { moving, outside } = await sitesToHandOver(
    unit,
    lying,
    new Set(edit.outlines.map((o) => o.id ?? `new ${o.name}`)),
  );
  const names = new Map(lying.map((t) => [t.id, t.name]));
  const ids = new Set(moving.map((m) => m.site.id));
  const ahead = await planAhead(unit);
  return {
    toHandOver: moving.slice(0, 500).map(({ site, to }) => ({
      id: site.id,
      name: site.name,
      from: site.territoryId === null ? null : (names.get(site.territoryId) ?? null),
      to: to.name,
    })),
    visits: ahead?.kept.loaded.data.visits.filter((v) => ids.has(v.siteId)).length ?? 0,
    outside,
  };
}

async function prepareOutline(
  unit: Unit,
  outline: OutlinesEdit['outlines'][number],
  zone: string,
): Promise<Prepared> {
  const { id, version, name, outline: corners } = outline;
  if (id === null)
    return prepareNew(unit, 'territories', { id: randomUUID(), value: { name, zone, outline: corners } });
  return prepareSave(unit, 'territories', id, {
    version: version ?? undefined,
    value: ({ id: _id, version: _version, archivedAt: _archived, ...before }) => ({
      ...before,
      name,
      outline: corners,
    }),
  });
}

async function handOver(unit: Unit, command: Command, ids: readonly string[]): Promise<number> {
  const lying = await lyingAfter(unit, { outlines: [], handOver: true });
  const { moving } = await sitesToHandOver(unit, lying, new Set(ids));
  for (const { site, to } of moving) {
    const prepared = await prepareSave(unit, 'sites', site.id, {
      value: ({ id: _id, version: _version, archivedAt: _archived, ...before }) => ({
        ...before,
        territoryId: to.id,
      }),
    });
    await writePrepared(unit, command, 'sites', prepared);
  }
  return moving.length;
}

/** Writes outlines, new ones too, all or none, and hands over the sites that they come to lie around, as one command. */
export async function saveOutlines(
  unit: Unit,
  raw: unknown,
): Promise<{ readonly ids: readonly string[]; readonly handedOver: number }> {
  requireRight(unit, 'change', 'territories');
  const edit = required(outlinesEdit, raw);
  const [company] = await readMany(unit.transaction, 'company', ['company']);
  const facts = { names: edit.outlines.map((o) => o.name) };
  const { result } = await runCommand(unit, 'draw-outlines', facts, async (command) => {
    const ids: string[] = [];
    for (const [i, outline] of edit.outlines.entries()) {
      try {
        const prepared = await prepareOutline(unit, outline, company?.homeZone ?? 'UTC');
        ids.push(prepared.after.id);
        if (prepared.before && changedFields(prepared.before, prepared.after).length === 0) continue;
        await writePrepared(unit, command, 'territories', prepared);
      } catch (cause) {
        if (!(cause instanceof Refusal) || cause.code !== 'invalid') throw cause;
        const problems = (cause.facts.problems ?? []) as FieldProblem[];
        throw new Refusal('invalid', {
          problems: problems.map((p) => ({ ...p, path: `outlines.${i}.${p.path}` })),
        });
      }
    }
    const handedOver = edit.handOver ? await handOver(withSayIn(unit, ids), command, ids) : 0;
    return { ids, handedOver };
  });
  return result;
}
