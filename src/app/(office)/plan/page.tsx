import Link from 'next/link';
import { Suspense } from 'react';
import { roleMay } from '@/contract/access/permissions';
import { readPlanDefaults } from '@/server/plan/read-plan-defaults';
import { PlanPage } from '@/ui/plan/PlanPage';
import { forPage, forPageOrNull } from '../../page-unit';

export default async function Page() {
  const read = await forPageOrNull(readPlanDefaults);
  if (!read || read.territories.length === 0) {
    const { role } = await forPage(async (unit) => unit.user);
    return (
      <div className="page">
        <h1>Plan</h1>
        {roleMay(role, 'change', 'territories') ? (
          <p>
            There is no territory to plan in yet.{' '}
            <Link className="link" href="/set-up">
              Begin with set-up
            </Link>
          </p>
        ) : (
          <p>No territory is open to you yet. Ask an administrator for access.</p>
        )}
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
