import { redirect } from 'next/navigation';
import { ownAddress } from '@/contract/access/own-address';
import { PLAYER_ID } from '@/contract/day/player';
import { listDemoPeople } from '@/server/access/session';
import { isDemo, userOf, withoutUser } from '@/server/edge/process';
import { SignIn } from '@/ui/access/SignIn';
import { sessionToken } from '../http';

export const dynamic = 'force-dynamic';

interface Props {
  readonly searchParams: Promise<{ next?: string | string[] }>;
}

export default async function Page({ searchParams }: Props) {
  const next = ownAddress((await searchParams).next);
  if (await userOf(await sessionToken())) redirect(next);
  const demoPeople = (await withoutUser('read', (unit) => listDemoPeople(unit, isDemo()))).filter(
    (p) => p.id !== PLAYER_ID,
  );
  return <SignIn demoPeople={demoPeople} next={next} />;
}
