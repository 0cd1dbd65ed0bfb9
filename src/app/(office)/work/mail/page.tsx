import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { MailPage } from '@/ui/work/MailPage';
import { forPage } from '../../../page-unit';

/** What came in by mail. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'requests')) notFound();
  return <MailPage mayChange={roleMay(role, 'change', 'requests')} />;
}
