import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { PathPage } from '@/ui/set-up/path/PathPage';
import { forPage } from '../../page-unit';

export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'territories')) notFound();
  return <PathPage mayChange={roleMay(role, 'change', 'asides')} />;
}
