import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { CallPage } from '@/ui/work/call/CallPage';
import { forPage } from '../../../page-unit';

/** Promising a time on the phone. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'change', 'work-orders')) notFound();
  return <CallPage />;
}
