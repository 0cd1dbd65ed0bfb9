import { Suspense } from 'react';
import { readPlanDefaults } from '@/server/plan/read-plan-defaults';
import { PlanPage } from '@/ui/plan/PlanPage';
import { forPageOrNull } from '../../page-unit';

export default async function Page() {
  const read = await forPageOrNull(readPlanDefaults);
  if (!read || read.territories.length === 0) {
    return (
      <div className="page">
        <h1>Plan</h1>
        <p>No territory is open to you yet. Ask an administrator for access.</p>
      </div>
    );
  }
  const { territories, playbooks, date, mayRun } = read;
  const defaults = { territories: territories.map((t) => t.id), date };
  return (
    <Suspense>
      <PlanPage territories={territories} playbooks={playbooks} defaults={defaults} mayRun={mayRun} />
    </Suspense>
  );
}
