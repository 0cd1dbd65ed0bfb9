import { type TemplateAsk, type Timetable, templateAsk, timetable } from '@/contract/runs/templates';
import { instantOf, localDateOf, weekdayOf } from '@/core/index';
import { readNewestVersions } from '@/db/repositories/playbooks/playbooks';
import { noteMoment, readNewestMoments, readTimetables, takeMoment } from '@/db/repositories/runs/timed';
import { readAll } from '@/db/repositories/shared/schedule';
import { requireRight } from '../shared/access';
import { addDays } from '../shared/plans/plan-ahead';
import { Refusal } from '../shared/refusal';
import type { SystemUnit, Unit, User } from '../shared/unit';
import { startRun } from './start-run';

/** A moment that nobody took within this time was missed: workers were away. */
const GRACE_SEC = 3600;
const LOOKED_BACK_DAYS = 8;

/** The newest moment of a timetable up to an instant, and the next one after it; seconds since 1970. */
export function momentsAround(
  { zone, weekdays, minute }: Pick<Timetable, 'zone' | 'weekdays' | 'minute'>,
  now: number,
): { readonly last: number | null; readonly next: number | null } {
  const today = localDateOf(now, zone);
  const all: number[] = [];
  for (let i = -LOOKED_BACK_DAYS; i <= LOOKED_BACK_DAYS; i++) {
    const date = addDays(today, i);
    if (weekdays.includes(weekdayOf(date))) all.push(instantOf(date, minute, zone));
  }
  return { last: all.filter((at) => at <= now).at(-1) ?? null, next: all.find((at) => at > now) ?? null };
}

/** What a template asks on a day. */
async function requestOf(unit: Unit, asked: TemplateAsk, today: string) {
  const { territoryIds, firstIn, days, playbookIds, ...how } = asked;
  const firstDate = addDays(today, firstIn);
  const versions = await readNewestVersions(unit.transaction);
  const playbookVersionIds = playbookIds.flatMap((id) => versions.find((v) => v.playbookId === id)?.id ?? []);
  if (playbookVersionIds.length < playbookIds.length) throw new Refusal('not-found', { what: 'playbook' });
  return {
    ...how,
    extent: { territoryIds, firstDate, lastDate: addDays(firstDate, days - 1) },
    playbookVersionIds,
  };
}

/** Starts a template now, in the name of whoever asks. */
export async function startTemplate(unit: Unit, id: string) {
  requireRight(unit, 'change', 'runs');
  const template = (await readAll(unit.transaction, 'run-templates')).find((t) => t.id === id);
  if (!template) throw new Refusal('not-found');
  const asked = templateAsk.parse(template.asked);
  const zone = template.timetable?.zone ?? (await zoneOf(unit, asked));
  return startRun(unit, await requestOf(unit, asked, localDateOf(unit.now, zone)));
}

async function zoneOf(unit: Unit, { territoryIds }: TemplateAsk): Promise<string> {
  const territories = await readAll(unit.transaction, 'territories');
  return territories.find((t) => t.id === territoryIds[0])?.zone ?? 'UTC';
}

/**
 * Starts what is due by the timetables, each moment once however many workers look. What could not be started is kept
 * with why.
 */
export async function startDueRuns(
  unit: SystemUnit,
  userOf: (id: string) => Promise<User | null>,
): Promise<void> {
  const { transaction, now } = unit;
  for (const template of await readTimetables(transaction)) {
    const times = timetable.safeParse(template.timetable);
    if (!times.success || !times.data.on) continue;
    const { last } = momentsAround(times.data, now);
    const changedAt = (template.changedAt?.getTime() ?? 0) / 1000;
    if (last === null || last <= changedAt) continue;
    const at = { templateId: template.id, dueAt: new Date(last * 1000) };
    if (!(await takeMoment(transaction, at.templateId, at.dueAt))) continue;
    await noteMoment(transaction, at, await becomes(unit, template, times.data, last, userOf));
  }
}

async function becomes(
  unit: SystemUnit,
  template: Awaited<ReturnType<typeof readTimetables>>[number],
  { zone }: Timetable,
  dueAt: number,
  userOf: (id: string) => Promise<User | null>,
): Promise<{ runIds: readonly string[]; failure: unknown }> {
  if (unit.now - dueAt > GRACE_SEC) return { runIds: [], failure: { code: 'missed', facts: {} } };
  const user = template.userId === null ? null : await userOf(template.userId);
  if (!user) return { runIds: [], failure: { code: 'owner-gone', facts: {} } };
  const own: Unit = { ...unit, user };
  try {
    const asked = templateAsk.parse(template.asked);
    const { ids } = await startRun(own, await requestOf(own, asked, localDateOf(dueAt, zone)));
    return { runIds: ids, failure: null };
  } catch (cause) {
    if (!(cause instanceof Refusal)) throw cause;
    return { runIds: [], failure: { code: cause.code, facts: cause.facts } };
  }
}

export interface TemplateState {
  readonly id: string;
  readonly nextAt: string | null;
  readonly last: {
    readonly dueAt: string;
    readonly runIds: readonly string[];
    readonly failure: unknown;
    readonly failed: number;
  } | null;
}

/** When templates start next, and what became of the last time. */
export async function listTemplateStates(unit: Unit): Promise<TemplateState[]> {
  requireRight(unit, 'read', 'run-templates');
  const moments = new Map((await readNewestMoments(unit.transaction)).map((m) => [m.templateId, m]));
  const templates = await readAll(unit.transaction, 'run-templates');
  return templates.map(({ id, timetable: times }) => {
    const next = times?.on ? momentsAround(times, unit.now).next : null;
    const moment = moments.get(id);
    return {
      id,
      nextAt: next === null ? null : new Date(next * 1000).toISOString(),
      last: moment
        ? {
            dueAt: moment.dueAt.toISOString(),
            runIds: moment.runIds,
            failure: moment.failure ?? null,
            failed: moment.failed,
          }
        : null,
    };
  });
}
