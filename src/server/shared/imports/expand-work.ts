import { randomUUID } from 'node:crypto';
import { type WorkLine, workLine } from '@/contract/imports/targets';
import { check, type FieldProblem } from '@/contract/shared/problems';
import { isInside } from '@/core/index';
import { readAll, type Stored } from '@/db/repositories/shared/schedule';
import { findOrderOutside, newestOrderNumber } from '@/db/repositories/work/numbers';
import type { Unit } from '../unit';
import { type Names, resolveNames } from './names';
import type { Write } from './take-batch';

/** What lines of work are turned into: a site where it is new, an order, and the visit of a new order. */
export interface WorkExpander {
  expand(
    line: number,
    value: Record<string, unknown>,
  ): Promise<{ readonly writes: readonly Write[]; readonly problems: readonly FieldProblem[] }>;
}

const DAY = 86_400;

/** The moment `days` later, at least one. */
function later(fromSec: number, days: number): string {
  return new Date((fromSec + Math.max(1, days) * DAY) * 1000).toISOString();
}

/** What a line says of the visit of an order that is there already; what it does not say stays. */
function visitChange(line: number, id: string, w: WorkLine): Write[] {
  const value = {
    ...(w.durationMin === null ? {} : { durationMin: w.durationMin }),
    ...(w.priority === null ? {} : { priority: w.priority }),
    ...(w.earliestAt === null ? {} : { earliestAt: w.earliestAt }),
    ...(w.dueAt === null ? {} : { dueAt: w.dueAt }),
    ...(w.windowStart === null || w.windowEnd === null
      ? {}
      : { windows: [{ startsAt: w.windowStart, endsAt: w.windowEnd }] }),
  };
  return Object.keys(value).length > 0 ? [{ line, object: 'visits', id, value }] : [];
}

export async function createWorkExpander(unit: Unit, names: Names, zone: string): Promise<WorkExpander> {
  const { transaction, now } = unit;
  const kinds = new Map((await readAll(transaction, 'job-kinds')).map((k) => [k.id, k]));
  const territories = await readAll(transaction, 'territories');
  const newSites = new Map<string, string>();
  let number = await newestOrderNumber(transaction);
  const territoryAt = (lat: number, lon: number): Stored<'territories'> | undefined =>
    territories.find((t) =>
      isInside(
        { lat, lon },
        t.outline.map(([x, y]) => ({ lat: y, lon: x })),
      ),
    );

  const siteOf = async (line: number, w: WorkLine): Promise<{ id: string; writes: Write[] }> => {
    const key = w.site.toLowerCase();
    const known = newSites.get(key) ?? (await names.idOf('sites', w.site));
    if (known !== null) return { id: known, writes: [] };
    const id = randomUUID();
    newSites.set(key, id);
    const given = territories.find((t) => t.id === w.territory);
    const around = given ?? (w.lat !== null && w.lon !== null ? territoryAt(w.lat, w.lon) : undefined);
    const value = {
      name: w.site,
      address: w.address,
      lat: w.lat,
      lon: w.lon,
      territoryId: around?.id ?? null,
      zone: around?.zone ?? zone,
    };
    return { id, writes: [{ line, object: 'sites', id, value }] };
  };

  const visitOf = (line: number, workOrderId: string, w: WorkLine, kind: Stored<'job-kinds'>): Write => {
    const earliest = w.earliestAt ?? w.windowStart ?? new Date(now * 1000).toISOString();
    const earliestSec = Math.floor(Date.parse(earliest) / 1000);
    return {
      line,
      object: 'visits',
      id: `${workOrderId}-1`,
      value: {
        workOrderId,
        durationMin: w.durationMin ?? kind.durationMin,
        priority: w.priority ?? kind.priority,
        earliestAt: earliest,
        dueAt: w.dueAt ?? w.windowEnd ?? later(earliestSec, kind.promiseDays),
        windows:
          w.windowStart !== null && w.windowEnd !== null
            ? [{ startsAt: w.windowStart, endsAt: w.windowEnd }]
            : [],
      },
    };
  };

  // Orders of this file that others of its lines may mean.
  const fresh = new Map<string, { id: string; visitId: string | null }>();
  const outsideOf = async (outsideNumber: string) =>
    fresh.get(outsideNumber) ?? findOrderOutside(transaction, outsideNumber);

  return {
    expand: async (line, value) => {
      const given = structuredClone(value);
      const broken = await resolveNames(names, workLine, given);
      const checked = check(workLine, given);
      const lost = broken.map(
        (r): FieldProblem => ({ path: r.path, code: 'no-such', facts: { object: r.object, id: r.id } }),
      );
      if (!checked.ok || lost.length > 0)
        return { writes: [], problems: [...(checked.ok ? [] : checked.problems), ...lost] };
      const w = checked.value;
      const kind = kinds.get(w.jobKind)!;
      const site = await siteOf(line, w);
      const outside = w.outsideNumber === null ? null : await outsideOf(w.outsideNumber);
      const known =
        outside?.id ?? (w.number === null ? null : await names.idOf('work-orders', String(w.number)));
      const own = w.number ?? ++number;
      const id = known ?? `order-${own}`;
      const order = {
        siteId: site.id,
        jobKindId: w.jobKind,
        summary: w.summary,
        ...(w.notes ? { notes: w.notes } : {}),
        ...(w.outsideNumber === null ? {} : { outsideNumber: w.outsideNumber }),
      };
      if (w.outsideNumber !== null && !outside) fresh.set(w.outsideNumber, { id, visitId: `${id}-1` });
      if (known !== null)
        return {
          writes: [
            ...site.writes,
            { line, object: 'work-orders', id, value: order },
            ...(outside?.visitId ? visitChange(line, outside.visitId, w) : []),
          ],
          problems: [],
        };
      const made = { ...order, number: own, receivedAt: new Date(now * 1000).toISOString() };
      return {
        writes: [
          ...site.writes,
          { line, object: 'work-orders', id, value: made },
          visitOf(line, id, w, kind),
        ],
        problems: [],
      };
    },
  };
}
