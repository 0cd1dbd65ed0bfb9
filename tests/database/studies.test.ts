import type { StudyView } from '@/contract/runs/studies';
import { solve } from '@/core/engine/index';
import { boardOf, indexProblem, relaxationsFor, verifyPlan } from '@/core/index';
import { claimStudy } from '@/db/repositories/runs/studies';
import { listPlaybooks } from '@/server/playbooks/read-playbooks';
import { draftRelaxation, uploadPlan } from '@/server/runs/made-drafts';
import { readProblemFile, writeRunFiles } from '@/server/runs/run-files';
import { startRun } from '@/server/runs/start-run';
import { askStudy, stopStudy, viewStudy } from '@/server/runs/studies/ask-study';
import { type Helper, workNextStudy } from '@/server/runs/studies/work-study';
import { openPlan } from '@/server/shared/plans/open-plan';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';
import { draftBy } from '../support/drafts';
import { asAnalyst } from '../support/set-up';

afterAll(leaveDatabase);

const EXTENT = { territoryIds: ['quay'], firstDate: '2026-06-10', lastDate: '2026-06-10' };

/** Does here what threads do. */
const helper: Helper = {
  search: async ({ problem, start, seed, repair }) => {
    const budget = { kind: 'iterations' as const, iterations: 400 };
    const result = solve(problem, {
      seed,
      budget,
      start: start ?? undefined,
      repair: repair && start !== null,
    });
    return result.ok ? result.solution.plan : null;
  },
  relax: async (problem, plan, visitId) =>
    relaxationsFor(problem, plan, problem.visits.find((v) => v.id === visitId)!).map(
      ({ relaxation, place }) => ({
        relaxation,
        price: place.price,
        startSec: place.startSec,
        isAgreed: place.isAgreed,
        spots: [...place.spots],
        moved: place.moved,
      }),
    ),
  partsOf: async (problem, plan) => {
    const verdict = verifyPlan(problem, plan);
    return verdict.kind === 'judged' ? verdict.parts : null;
  },
  writeFiles: async () => undefined,
};

const work = (unit: Unit, by: Helper = helper): Promise<boolean> => workNextStudy((f) => f(unit), by);

async function sweep(unit: Unit, amounts: readonly number[]): Promise<StudyView> {
  const everyday = (await listPlaybooks(unit)).find((p) => p.playbookId === 'everyday')!;
  return askStudy(unit, {
    kind: 'sweep',
    content: everyday.content,
    extent: EXTENT,
    path: 'overtimeHour',
    amounts,
    seeds: 1,
    seconds: 1,
  });
}

describe('price sweeps', () => {
  it('run each price with each seed, and are answered once for the same question', () =>
    asAnalyst(async (unit) => {
      const asked = await sweep(unit, [0, 78, 400]);
      expect(asked.status).toBe('queued');
      expect((await sweep(unit, [400, 78, 0])).id).toBe(asked.id);
      expect(await work(unit)).toBe(true);
      const { status, found } = await viewStudy(unit, asked.id);
      expect([status, found.done, found.of]).toEqual(['done', 3, 3]);
      expect(found.tried.map((t) => t.amount)).toEqual([0, 78, 400]);
      const overtime = found.tried.map((t) => t.parts.overtime.amount);
      expect(overtime.at(-1)).toBeLessThanOrEqual(overtime[0]!);
      expect(await work(unit)).toBe(false);
      expect((await sweep(unit, [400, 78, 0])).status).toBe('done');
    }));

  it('two prices at once are a grid', () =>
    asAnalyst(async (unit) => {
      const everyday = (await listPlaybooks(unit)).find((p) => p.playbookId === 'everyday')!;
      const { id } = await askStudy(unit, {
        kind: 'grid',
        content: everyday.content,
        extent: EXTENT,
        path: 'overtimeHour',
        amounts: [10, 100],
        otherPath: 'looseEnd.2',
        otherAmounts: [50, 500],
        seeds: 1,
      });
      await work(unit);
      const { found } = await viewStudy(unit, id);
      expect(found.tried.map((t) => [t.amount, t.otherAmount])).toEqual([
        [10, 50],
        [10, 500],
        [100, 50],
        [100, 500],
      ]);
    }));

  it('a run that waits comes first; a study goes on where it was, by another worker too', () =>
    asAnalyst(async (unit) => {
      const { id } = await sweep(unit, [0, 78]);
      let searches = 0;
      const once: Helper = {
        ...helper,
        search: async (run) => {
          searches++;
          if (searches === 1)
            await startRun(unit, {
              extent: EXTENT,
              playbookVersionIds: ['thrifty-1'],
              budget: { kind: 'seconds', seconds: 1 },
            });
          return helper.search(run);
        },
      };
      await work(unit, once);
      expect(await viewStudy(unit, id)).toMatchObject({ status: 'queued', found: { done: 1 } });
      await unit.transaction.sequelize.query(`update runs set status = 'failed' where status = 'queued'`, {
        transaction: unit.transaction.handle,
      });
      // A worker that goes away in the middle: its study is taken up when its heartbeat is old.
      expect((await claimStudy(unit.transaction, 60))!.id).toBe(id);
      expect(await work(unit, once)).toBe(false);
      await unit.transaction.sequelize.query(
        `update studies set heartbeat_at = now() - interval '2 minutes'`,
        { transaction: unit.transaction.handle },
      );
      await work(unit, once);
      expect(await viewStudy(unit, id)).toMatchObject({ status: 'done', found: { done: 2 } });
      expect(searches).toBe(2);
    }));

  it('can be stopped and asked again; are out of sight for others', () =>
    asAnalyst(async (unit) => {
      const { id } = await sweep(unit, [0, 78]);
      await stopStudy(unit, id);
      expect((await viewStudy(unit, id)).status).toBe('stopped');
      expect((await sweep(unit, [0, 78])).status).toBe('queued');
      const north = await unitAs(unit.transaction, 'analyst', ['north']);
      expect((await refusalOf(viewStudy(north, id))).code).toBe('not-found');
      expect((await refusalOf(sweep(north, [0, 78]))).code).toBe('not-found');
    }));
});

describe('what binds, and what would make room', () => {
  const fortnight = { territoryIds: ['quay'], firstDate: '2026-06-09', lastDate: '2026-06-12' };

  it('hours more of what loose ends ask for save something, dearest first', () =>
    asAnalyst(async (unit) => {
      const { id } = await askStudy(unit, { kind: 'binds', planId: 'live', extent: fortnight });
      await work(unit);
      const { status, found } = await viewStudy(unit, id);
      expect(status).toBe('done');
      expect(found.bindings.length).toBeGreaterThan(0);
      const saves = found.bindings.map((b) => b.saves);
      expect(saves).toEqual([...saves].sort((a, b) => b - a));
      expect(saves.every((s) => s > 0)).toBe(true);
    }));

  it('the cheapest relaxation of a loose end is tried as a draft, the rest as it is', () =>
    asAnalyst(async (unit) => {
      const { kept } = await openPlan(unit, 'live', fortnight);
      const { built } = kept;
      const board = boardOf(indexProblem(built.problem), built.plan)!;
      const loose = built.plan.unplannedVisitIds.find(
        (v) => relaxationsFor(built.problem, built.plan, board.index.visitById.get(v)!).length > 0,
      )!;
      const { id } = await askStudy(unit, {
        kind: 'relax',
        planId: 'live',
        extent: fortnight,
        visitId: loose,
      });
      await work(unit);
      const [found] = (await viewStudy(unit, id)).found.relaxed;
      const { draftId } = await draftRelaxation(unit, {
        planId: 'live',
        extent: fortnight,
        visitId: loose,
        found,
      });
      const draft = (await openPlan(unit, draftId, fortnight)).kept;
      expect(draft.built.plan.unplannedVisitIds).not.toContain(loose);
      expect(draft.built.plan.unplannedVisitIds).toHaveLength(built.plan.unplannedVisitIds.length - 1);
      const starts = (k: typeof kept) =>
        new Map(
          k.built.plan.routes.flatMap((r) =>
            r.stops.map((s) => [`${s.visitId} ${r.shiftId}`, s.startSec] as const),
          ),
        );
      const [was, is] = [starts(kept), starts(draft)];
      const elsewhere = [...was].filter(([key]) => !found!.spots.some((s) => key.endsWith(` ${s.shiftId}`)));
      for (const [key, startSec] of elsewhere) expect(is.get(key)).toBe(startSec);
    }));
});

describe('files of a run', () => {
  it('the problem file solves to the same plan; a plan file becomes a draft after the checker', () =>
    asAnalyst(async (unit) => {
      const { runId, plan } = await draftBy(unit, { territoryIds: ['quay'], firstDate: EXTENT.firstDate });
      expect(await readProblemFile(unit, runId)).toBeNull();
      await writeRunFiles(unit, runId);
      const problem = JSON.parse((await readProblemFile(unit, runId))!.toString('utf8'));
      expect(verifyPlan(problem, plan)).toMatchObject({ kind: 'judged', violations: [], priceAgrees: true });
      const { draftId } = await uploadPlan(unit, runId, JSON.stringify(plan));
      const [file, own] = [
        await openPlan(unit, draftId, EXTENT),
        await openPlan(unit, `draft-${runId}`, EXTENT),
      ];
      expect(file.kept.verdict.parts).toEqual(own.kept.verdict.parts);
      const [route] = plan.routes;
      const broken = {
        ...plan,
        routes: [{ ...route!, arriveSec: route!.arriveSec - 60 }, ...plan.routes.slice(1)],
      };
      expect((await refusalOf(uploadPlan(unit, runId, JSON.stringify(broken)))).facts.reason).toBe(
        'checker-refused',
      );
      expect((await refusalOf(uploadPlan(unit, runId, '{"format":"other"}'))).code).toBe('invalid');
    }));

  it('are for those who see the whole extent', () =>
    rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      const { runId, plan } = await draftBy(unit, { territoryIds: ['quay'], firstDate: EXTENT.firstDate });
      const north = await unitAs(transaction, 'analyst', ['north']);
      expect((await refusalOf(readProblemFile(north, runId))).code).toBe('not-found');
      expect((await refusalOf(uploadPlan(north, runId, JSON.stringify(plan)))).code).toBe('not-found');
    }));
});
