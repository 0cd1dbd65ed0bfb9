import { redirect } from 'next/navigation';
import { listDemoPeople } from '@/server/session';
import { SignIn } from '@/ui/session/SignIn';
import { currentUser } from '../http';

export const dynamic = 'force-dynamic';

/** Only addresses of our own may be gone on to. */
function ownAddress(next: string | undefined): string {
  return next?.startsWith('/') && !next.startsWith('//') && !next.includes('\\') ? next : '/plan';
}

export default async function Page({ searchParams }: { readonly searchParams: Promise<{ next?: string }> }) {
  const next = ownAddress((await searchParams).next);
  if (await currentUser()) redirect(next);
  return <SignIn demoPeople={await listDemoPeople()} next={next} />;
}
