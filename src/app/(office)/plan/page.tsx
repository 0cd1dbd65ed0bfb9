import { redirect } from 'next/navigation';
import { Suspense } from 'react';
import { readPlanDefaults } from '@/server/read-plan-defaults';
import { PlanPage } from '@/ui/plan/PlanPage';
import { currentUser } from '../../http';

export default async function Page() {
  const user = await currentUser();
  if (!user) redirect('/sign-in');
  const { territories, playbooks, date, mayRun } = await readPlanDefaults(user);
  if (territories.length === 0) {
    return (
      <div className="page">
        <h1>Plan</h1>
        <p>No territory is open to you yet. Ask an administrator for access.</p>
      </div>
    );
  }
  const defaults = { territories: territories.map((t) => t.id), date };
  return (
    <Suspense>
      <PlanPage territories={territories} playbooks={playbooks} defaults={defaults} mayRun={mayRun} />
    </Suspense>
  );
}
