import { claimNext, endAsDone, noteProgress, rescueLost } from '@/db/repositories/runs/runs';
import { listRuns, readRun, stopRun } from '@/server/runs/read-runs';
import { startRun } from '@/server/runs/start-run';
import type { Unit } from '@/server/shared/unit';
import { leaveDatabase, refusalOf, rolledBack, unitAs } from '../support/database';

afterAll(leaveDatabase);

const DAYS = ['2026-06-10', '2026-06-11', '2026-06-12'];

function asked(territoryIds: readonly string[], firstDate: string): Record<string, unknown> {
  const extent = { territoryIds, firstDate, lastDate: firstDate };
  const budget = { kind: 'seconds', seconds: 5 };
  return { extent, playbookVersionIds: ['everyday-1'], mayMove: 'all', budget };
}

async function start(unit: Unit, firstDate: string, territoryIds: readonly string[] = ['quay']) {
  return (await startRun(unit, asked(territoryIds, firstDate))).id;
}

/** Makes the runs stand in line in the order of the list: one transaction has one moment. */
async function inOrder({ transaction }: Unit, ids: readonly string[]): Promise<void> {
  for (const [ix, id] of ids.entries())
    await transaction.sequelize.query(
      `update runs set created_at = now() + make_interval(secs => :ix) where id = :id`,
      { replacements: { ix, id }, transaction: transaction.handle },
    );
}

async function takeAll({ transaction }: Unit): Promise<string[]> {
  const taken: string[] = [];
  for (let run = await claimNext(transaction); run; run = await claimNext(transaction)) taken.push(run.id);
  return taken;
}

describe('starting a run', () => {
  it('of one extent is done once, however the extent is written', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay', 'sallow']);
      const id = await start(unit, '2026-06-10', ['quay', 'sallow']);
      for (const same of [
        ['sallow', 'quay'],
        ['quay', 'sallow', 'quay'],
      ]) {
        const refusal = await refusalOf(startRun(unit, asked(same, '2026-06-10')));
        expect([refusal.code, refusal.facts.runId]).toEqual(['conflict', id]);
      }
      expect(await start(unit, '2026-06-11', ['quay', 'sallow'])).not.toBe(id);
    });
  });

  it('is refused once ten of one’s own wait, but not for others', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay', 'north']);
      for (const day of [...DAYS, '2026-06-15', '2026-06-16'])
        for (const territory of ['quay', 'north']) await start(unit, day, [territory]);
      const refusal = await refusalOf(startRun(unit, asked(['quay'], '2026-06-09')));
      expect([refusal.code, refusal.facts]).toEqual(['too-many', { what: 'runs', most: 10 }]);
      await start(await unitAs(transaction, 'analyst', ['quay']), '2026-06-09');
    });
  });

  it('where there is nothing to plan says so', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      const refusal = await refusalOf(startRun(unit, asked(['quay'], '2031-03-04')));
      expect([refusal.code, refusal.facts.outcome]).toEqual(['invalid', 'no-work']);
    });
  });

  it('is for those who may change the territory; out of sight does not exist', async () => {
    await rolledBack(async (transaction) => {
      const reader = await unitAs(transaction, 'analyst', ['quay'], { mayChange: false });
      const agent = await unitAs(transaction, 'agent', ['quay']);
      const elsewhere = await unitAs(transaction, 'analyst', ['north']);
      for (const unit of [reader, agent, elsewhere])
        expect((await refusalOf(startRun(unit, asked(['quay'], '2026-06-10')))).code).toBe('not-found');
    });
  });

  it('tells everything that is wrong with what was asked', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      const bad = { ...asked([], '2026-06-31'), budget: { kind: 'seconds', seconds: true }, mayMove: 'some' };
      const { code, facts } = await refusalOf(startRun(unit, bad));
      expect(code).toBe('invalid');
      const paths = (facts.problems as { path: string }[]).map((p) => p.path);
      expect(paths).toEqual(
        expect.arrayContaining(['extent.territoryIds', 'extent.firstDate', 'budget.seconds', 'mayMove']),
      );
    });
  });

  it('wakes the worker once, however many begin', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      for (const day of DAYS.slice(0, 3)) await start(unit, day);
      const [rows] = await transaction.sequelize.query(
        `select count(*)::int as n from queue.job where name = 'runs' and state = 'created'`,
        { transaction: transaction.handle },
      );
      expect(rows).toEqual([{ n: 1 }]);
    });
  });
});

describe('the line of waiting runs', () => {
  it('takes turns between people', async () => {
    await rolledBack(async (transaction) => {
      const many = await unitAs(transaction, 'analyst', ['quay']);
      const one = await unitAs(transaction, 'analyst', ['north']);
      const [a, b, c] = [
        await start(many, DAYS[0]!),
        await start(many, DAYS[1]!),
        await start(many, DAYS[2]!),
      ];
      const late = await start(one, DAYS[0]!, ['north']);
      await inOrder(many, [a, b, c, late]);
      expect(await takeAll(many)).toEqual([a, late, b, c]);
    });
  });

  it('hears the wish to stop, and only from the attempt that has the run', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      const id = await start(unit, DAYS[0]!);
      const attempt = (await claimNext(transaction))!.attempts;
      const point = { second: 1, iterations: 10, price: 5, prices: [] };
      expect(await noteProgress(transaction, { id, attempt }, [point], null)).toEqual({
        stop: false,
        cancel: false,
      });
      await stopRun(unit, id);
      expect(await noteProgress(transaction, { id, attempt }, [point], null)).toEqual({
        stop: true,
        cancel: false,
      });
      expect(await noteProgress(transaction, { id, attempt: attempt + 1 }, [], null)).toBeNull();
      const ended = {
        outcome: null,
        progress: [],
        plan: {
          format: 'lime-plan' as const,
          version: 1 as const,
          routes: [],
          unplannedVisitIds: [],
          price: 0,
        },
      };
      expect(await endAsDone(transaction, { id, attempt: attempt - 1 }, ended)).toBeNull();
      expect((await readRun(unit, id)).progress).toEqual([point]);
    });
  });

  it('has a run again whose worker went away, and gives it up after the last attempt', async () => {
    await rolledBack(async (transaction) => {
      const unit = await unitAs(transaction, 'analyst', ['quay']);
      const id = await start(unit, DAYS[0]!);
      const limits = { lostSec: 30, mostAttempts: 2 };
      const loseIt = async (): Promise<string[]> => {
        await claimNext(transaction);
        expect(await rescueLost(transaction, limits)).toEqual([]);
        await transaction.sequelize.query(
          `update runs set heartbeat_at = now() - interval '1 minute' where id = :id`,
          { replacements: { id }, transaction: transaction.handle },
        );
        return rescueLost(transaction, limits);
      };
      expect(await loseIt()).toEqual([id]);
      expect((await readRun(unit, id)).status).toBe('queued');
      expect(await loseIt()).toEqual([id]);
      const { status, outcome } = await readRun(unit, id);
      expect([status, outcome?.code]).toEqual(['failed', 'worker-lost']);
      expect(await claimNext(transaction)).toBeNull();
    });
  });
});

describe('runs as they are read', () => {
  it('are those whose whole extent is in sight', async () => {
    await rolledBack(async (transaction) => {
      const both = await unitAs(transaction, 'analyst', ['quay', 'north']);
      const id = await start(both, DAYS[0]!, ['quay', 'north']);
      expect((await listRuns(both)).map((r) => r.id)).toContain(id);
      const half = await unitAs(transaction, 'analyst', ['quay']);
      expect((await listRuns(half)).map((r) => r.id)).not.toContain(id);
      expect((await refusalOf(readRun(half, id))).code).toBe('not-found');
      expect((await refusalOf(stopRun(half, id))).code).toBe('not-found');
      expect((await refusalOf(readRun(both, 'nothing'))).code).toBe('not-found');
    });
  });
});
