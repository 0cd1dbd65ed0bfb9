import { redirect } from 'next/navigation';
import { readCounting } from '@/server/shared/counting';
import { AppFrame } from '@/ui/shared/AppFrame';
import { forPage } from '../page-unit';

export const dynamic = 'force-dynamic';

export default async function Layout({ children }: { readonly children: React.ReactNode }) {
  const { user, counting } = await forPage(async (unit) => ({
    user: unit.user,
    counting: await readCounting(unit),
  }));
  // Whoever is in the field has a page of their own, and no other.
  if (user.role === 'technician') redirect('/field');
  return (
    <AppFrame userName={user.name} role={user.role} counting={counting}>
      {children}
    </AppFrame>
  );
}
