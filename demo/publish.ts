import { insertCheapest } from '@/core/engine/index';
import { addPlan, addPlanRows } from '@/db/repositories/plan/drafts';
import { readLiveVisits } from '@/db/repositories/plan/live-parts';
import { addChanges, addCommand } from '@/db/repositories/shared/commands';
import { livePlaybook } from '@/server/shared/playbooks';
import { buildProblem } from '@/server/shared/problem/build-problem';
import { loadSchedule } from '@/server/shared/problem/load-schedule';
import { planRows } from '@/server/shared/problem/stored/plan-rows';
import { readGround } from '@/server/shared/travel/ground';
import { travelBetweenAll } from '@/server/shared/travel/matrices';
import type { SystemUnit } from '@/server/shared/unit';
import type { DemoData } from './demo-data';
import { DEMO_FIRST_DATE, DEMO_LAST_DATE } from './people';

/** Orders received after this moment are not planned yet: Monday of the first week, early. */
const PUBLISHED_UNTIL = Date.UTC(2026, 5, 8, 5) / 1000;
const LIVE = 'plan-live';

/** A plan such as a careful person makes: one visit after the other, each where it costs least. */
export async function publishFirstPlan({ transaction }: SystemUnit, demo: DemoData): Promise<void> {
  await addPlan(transaction, { id: LIVE, kind: 'live', name: 'Live plan', status: 'live', revision: 1 });
  const extent = {
    territoryIds: demo.territories.map((t) => t.id),
    firstDate: DEMO_FIRST_DATE,
    lastDate: DEMO_LAST_DATE,
  };
  const { data, zone } = await loadSchedule(transaction, extent, { liveId: LIVE, draftId: null });
  const isKnown = (o: DemoData['orders'][number]): boolean => o.receivedAt <= PUBLISHED_UNTIL;
  const known = new Set(demo.orders.filter(isKnown).flatMap((o) => o.visits.map((v) => v.id)));
  const ground = await readGround(transaction);
  const { problem } = buildProblem(
    { ...data, visits: data.visits.filter((v) => known.has(v.id)) },
    {
      extent,
      playbook: (await livePlaybook(transaction)).content,
      zone,
      mayMove: 'all',
      name: 'First plan',
      notBefore: null,
      today: null,
      travel: (places, days) => travelBetweenAll(ground, places.points(), days),
    },
  );
  const result = insertCheapest(problem);
  if (!result.ok) throw new Error('The demo plan cannot be made');
  const rows = planRows(problem, result.solution.plan);
  const placed = rows.placements.filter((p) => p.personId !== null);
  await addPlanRows(transaction, LIVE, {
    placements: placed.map((p) => ({ ...p, changedRevision: 1 })),
    days: rows.days,
    scope: [],
  });
  const visitIds = [...new Set(placed.map((p) => p.visitId))];
  const live = await readLiveVisits(transaction, visitIds);
  const command = await addCommand(transaction, {
    name: 'by-hand',
    facts: {},
    userId: 'user-analyst',
    at: new Date(PUBLISHED_UNTIL * 1000),
    undoes: null,
  });
  await addChanges(
    transaction,
    command,
    [...live].map(([objectId, after]) => ({
      object: 'live-visits',
      objectId,
      before: null,
      after,
      territoryIds: extent.territoryIds,
    })),
  );
}
