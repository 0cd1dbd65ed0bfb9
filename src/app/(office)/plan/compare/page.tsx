import { Suspense } from 'react';
import { requireRight } from '@/server/shared/access';
import { ComparePage } from '@/ui/plan/compare/ComparePage';
import { forPage } from '../../../page-unit';

export default async function Page() {
  await forPage(async (unit) => requireRight(unit, 'read', 'plan'));
  return (
    <Suspense>
      <ComparePage />
    </Suspense>
  );
}
