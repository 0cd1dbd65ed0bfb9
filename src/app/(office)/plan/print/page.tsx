import { Suspense } from 'react';
import { requireRight } from '@/server/shared/access';
import { PrintPage } from '@/ui/plan/print/PrintPage';
import { forPage } from '../../../page-unit';

export default async function Page() {
  await forPage(async (unit) => requireRight(unit, 'read', 'plan'));
  return (
    <Suspense>
      <PrintPage />
    </Suspense>
  );
}
