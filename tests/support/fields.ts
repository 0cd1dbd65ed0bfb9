import type { PlaybookContent } from '@/contract/playbooks/playbook';
import type { ObjectName } from '@/contract/shared/fields';
import type { Shift, Visit } from '@/core/index';
import type { Transaction } from '@/db/connection';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { readObject } from '@/server/shared/objects/read-objects';
import { createObject, saveObject } from '@/server/shared/objects/save-object';
import { livePlaybook } from '@/server/shared/playbooks';
import { type BuildOptions, type BuiltProblem, buildProblem } from '@/server/shared/problem/build-problem';
import { layerOf, loadSchedule } from '@/server/shared/problem/load-schedule';
import { readGround } from '@/server/shared/travel/ground';
import { travelOnDemand } from '@/server/shared/travel/matrices';
import type { Unit } from '@/server/shared/unit';
import { ALL_TERRITORIES, unitAs } from './database';

/** Somebody at home in Quay who works by day, on a Wednesday on which no crew goes out. */
export const PERSON = 'tech-12';
export const DATE = '2026-06-10';
export const KIND = 'k-test';
export const ORDER = 'o-test';
export const VISIT = 'v-test';

export interface BuildAsked extends Partial<Pick<BuildOptions, 'mayMove' | 'notBefore' | 'today'>> {
  readonly territoryIds?: readonly string[];
  readonly firstDate?: string;
  readonly lastDate?: string;
  readonly playbook?: (content: PlaybookContent) => PlaybookContent;
}

/** Changes settings the way that people do, and looks at the problem that comes of it. */
export class Editor {
  constructor(
    readonly unit: Unit,
    readonly transaction: Transaction,
  ) {}

  async save(name: ObjectName, id: string, patch: Readonly<Record<string, unknown>>): Promise<void> {
    const { id: _id, version, archivedAt: _archived, ...value } = await readObject(this.unit, name, id);
    await saveObject(this.unit, name, id, { version, value: { ...value, ...patch } });
  }

  async make(name: ObjectName, id: string, value: Readonly<Record<string, unknown>>): Promise<void> {
    await createObject(this.unit, name, { id, value });
  }

  async build(asked: BuildAsked = {}): Promise<BuiltProblem> {
    const { firstDate = DATE, lastDate = firstDate, territoryIds = ['quay'] } = asked;
    const extent = { territoryIds: [...territoryIds], firstDate, lastDate };
    const { transaction } = this;
    const live = await readLivePlan(transaction);
    const { data, zone } = await loadSchedule(transaction, extent, await layerOf(transaction, live));
    const ground = await readGround(transaction);
    const { content } = await livePlaybook(transaction);
    return buildProblem(data, {
      extent,
      playbook: asked.playbook ? asked.playbook(content) : content,
      zone,
      mayMove: asked.mayMove ?? 'all',
      name: 'Test',
      notBefore: asked.notBefore ?? null,
      today: asked.today ?? null,
      travel: (places, days) => travelOnDemand(ground, places.points(), days),
    });
  }
}

/** An editor in a company that has one more kind, order and visit to be changed at will. */
export async function editorIn(transaction: Transaction): Promise<Editor> {
  const editor = new Editor(await unitAs(transaction, 'analyst', ALL_TERRITORIES), transaction);
  await editor.save('technicians', PERSON, { exceptions: [] });
  await editor.make('job-kinds', KIND, { name: 'Test kind', durationMin: 60 });
  await editor.make('sites', 's-test', {
    name: 'Test site',
    address: '',
    lat: 34.6,
    lon: -20.9,
    territoryId: 'quay',
    zone: 'Atlantic/Madeira',
  });
  await editor.make('work-orders', ORDER, {
    number: 900_001,
    siteId: 's-test',
    jobKindId: KIND,
    summary: 'Test',
    receivedAt: '2026-06-01T08:00:00Z',
  });
  await editor.make('visits', VISIT, {
    workOrderId: ORDER,
    durationMin: 60,
    priority: 2,
    earliestAt: '2026-06-09T23:00:00Z',
    dueAt: '2026-06-12T23:00:00Z',
  });
  return editor;
}

/** One or more fields of the core's problem: where each is set, and what setting it there comes to. */
export interface FieldHome {
  readonly fields: readonly string[];
  readonly home: string;
  readonly set?: ((editor: Editor) => Promise<unknown>) | undefined;
  readonly build?: BuildAsked;
  readonly look: (built: BuiltProblem) => unknown;
  readonly is: unknown;
}

export const HOUR = 3600;
export const minute = (m: number): number => m * 60;

export function shiftOf(built: BuiltProblem, id = `${PERSON}@${DATE}`): Shift {
  const found = built.problem.shifts.find((s) => s.id === id);
  if (!found) throw new Error(`No shift ${id}`);
  return found;
}

export function visitOf(built: BuiltProblem, id = VISIT): Visit {
  const found = built.problem.visits.find((v) => v.id === id);
  if (!found) throw new Error(`No visit ${id}`);
  return found;
}
