import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { MessagesPage } from '@/ui/work/MessagesPage';
import { forPage } from '../../../page-unit';

/** What customers were written. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'work-orders')) notFound();
  return <MessagesPage mayChange={roleMay(role, 'change', 'work-orders')} />;
}
