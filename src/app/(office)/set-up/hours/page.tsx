import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { FourWeeksPage } from '@/ui/set-up/hours/FourWeeksPage';
import { forPage } from '../../../page-unit';

/** Four weeks of everybody's hours. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'technicians')) notFound();
  return <FourWeeksPage mayChange={roleMay(role, 'change', 'technicians')} />;
}
