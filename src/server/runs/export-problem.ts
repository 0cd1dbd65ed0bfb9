import type { Problem } from '@/core/index';
import { readLivePlan } from '@/db/repositories/plan/plans';
import { readAll } from '@/db/repositories/shared/schedule';
import { livePlaybook } from '../shared/playbooks';
import { buildProblem } from '../shared/problem/build-problem';
import { layerOf, loadSchedule } from '../shared/problem/load-schedule';
import { readGround } from '../shared/travel/ground';
import { travelBetweenAll } from '../shared/travel/matrices';
import type { SystemUnit } from '../shared/unit';

/** The problem of all territories over some days with the live playbook, as a file for the command line. */
export async function exportProblem(
  { transaction }: SystemUnit,
  days: { readonly firstDate: string; readonly lastDate: string },
): Promise<Problem> {
  const territories = await readAll(transaction, 'territories');
  const extent = { territoryIds: territories.map((t) => t.id), ...days };
  const layer = await layerOf(transaction, await readLivePlan(transaction));
  const { data, zone } = await loadSchedule(transaction, extent, layer);
  const ground = await readGround(transaction);
  return buildProblem(data, {
    extent,
    playbook: (await livePlaybook(transaction)).content,
    zone,
    mayMove: 'all',
    name: `${days.firstDate} to ${days.lastDate}`,
    notBefore: null,
    today: null,
    travel: (places, travelDays) => travelBetweenAll(ground, places.points(), travelDays),
  }).problem;
}
