import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { MatrixPage } from '@/ui/set-up/skills/MatrixPage';
import { forPage } from '../../../page-unit';

/** People and skills. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'technicians')) notFound();
  return <MatrixPage mayChange={roleMay(role, 'change', 'technicians')} />;
}
