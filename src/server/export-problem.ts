import type { Problem } from '@/core/index';
import { select } from '@/db/connection';
import { readLivePlan } from '@/db/repositories/plans';
import { database } from './database';
import { defaultPlaybook } from './playbooks';
import { buildProblem } from './problem/build-problem';
import { loadSchedule } from './problem/load-schedule';

/** The problem of all territories over some days with the first playbook, as a file for the command line. */
export async function exportProblem(firstDate: string, lastDate: string): Promise<Problem> {
  const territories = await select<{ id: string }>(database(), 'select id from territories order by id');
  const extent = { territoryIds: territories.map((t) => t.id), firstDate, lastDate };
  const { data, zone } = await loadSchedule(extent, await readLivePlan(database()));
  const playbook = await defaultPlaybook();
  const built = await buildProblem(data, {
    extent,
    playbook: playbook.content,
    zone,
    mayMove: 'all',
    name: `${firstDate} to ${lastDate}`,
  });
  return built.problem;
}
