import { redirect } from 'next/navigation';
import { AppFrame } from '@/ui/shared/AppFrame';
import { currentUser } from '../http';

export const dynamic = 'force-dynamic';

export default async function Layout({ children }: { readonly children: React.ReactNode }) {
  const user = await currentUser();
  if (!user) redirect('/sign-in');
  return (
    <AppFrame userName={user.name} role={user.role}>
      {children}
    </AppFrame>
  );
}
