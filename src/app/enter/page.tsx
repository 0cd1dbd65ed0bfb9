import { Enter } from '@/ui/access/Enter';

export const dynamic = 'force-dynamic';

interface Props {
  readonly searchParams: Promise<{ token?: string | string[] }>;
}

/** Where a link that works once leads: choose a password and come in. */
export default async function Page({ searchParams }: Props) {
  const { token } = await searchParams;
  return <Enter token={typeof token === 'string' ? token : ''} />;
}
