import { redirect } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { forPage } from './page-unit';

export const dynamic = 'force-dynamic';

/** Where there is nothing to plan yet, whoever may set things up begins there. */
export default async function Page() {
  const user = await forPage(async (unit) => unit.user);
  if (user.role === 'technician') redirect('/field');
  redirect(user.grants.length === 0 && roleMay(user.role, 'change', 'territories') ? '/set-up' : '/plan');
}
