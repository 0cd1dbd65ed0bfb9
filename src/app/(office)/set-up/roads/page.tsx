import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { RoadsPage } from '@/ui/set-up/roads/RoadsPage';
import { forPage } from '../../../page-unit';

/** Where travel comes from. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'roads')) notFound();
  return <RoadsPage mayChange={roleMay(role, 'change', 'roads')} />;
}
