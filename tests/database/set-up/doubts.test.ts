import { readPath } from '@/server/set-up/doubts/read-path';
import { ALL_TERRITORIES, leaveDatabase, rolledBack, unitAs } from '../../support/database';

afterAll(leaveDatabase);
it('x', async () => {
  await rolledBack(async (transaction) => {
    const unit = await unitAs(transaction, 'analyst', ALL_TERRITORIES);
    const t = performance.now();
    const path = await readPath(unit);
    console.log('ms', performance.now() - t);
    const t2 = performance.now();
    await readPath(unit);
    console.log('ms', performance.now() - t2);
    console.log(path.steps.map((s) => `${s.step} ${JSON.stringify(s.counts)} ${s.isEmpty} ${s.doubts}`).join('\n'));
    console.log(path.openVisits, path.doubts.map((d) => `${d.price} ${d.visitCount} ${d.code} ${d.title} ${JSON.stringify(d.facts)}`).join('\n'));
  });
});
