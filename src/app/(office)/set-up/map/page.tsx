import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { GroundPage } from '@/ui/set-up/ground/GroundPage';
import { forPage } from '../../../page-unit';

/** Territories and depots on the map. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'territories')) notFound();
  return <GroundPage mayChange={roleMay(role, 'change', 'territories')} />;
}
