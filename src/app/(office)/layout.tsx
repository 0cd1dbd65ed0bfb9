import { AppFrame } from '@/ui/shared/AppFrame';
import { forPage } from '../page-unit';

export const dynamic = 'force-dynamic';

export default async function Layout({ children }: { readonly children: React.ReactNode }) {
  const user = await forPage(async (unit) => unit.user);
  return (
    <AppFrame userName={user.name} role={user.role}>
      {children}
    </AppFrame>
  );
}
