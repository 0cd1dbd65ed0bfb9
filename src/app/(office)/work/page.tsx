import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { WorkListPage } from '@/ui/work/WorkListPage';
import { forPage } from '../../page-unit';

/** All work orders. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'work-orders')) notFound();
  return (
    <WorkListPage
      mayChange={roleMay(role, 'change', 'work-orders')}
      mayImport={roleMay(role, 'change', 'sites')}
    />
  );
}
