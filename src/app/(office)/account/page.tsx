import { AccountPage } from '@/ui/access/AccountPage';
import { forPage } from '../../page-unit';

/** One's own password and sessions. */
export default async function Page() {
  const { name, email, role } = await forPage(async (unit) => unit.user);
  return <AccountPage name={name} email={email} role={role} />;
}
