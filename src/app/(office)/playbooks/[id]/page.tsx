import { notFound, redirect } from 'next/navigation';
import { listPlaybooks, readPlaybookVersion } from '@/server/playbooks';
import { Refusal } from '@/server/refusal';
import { PlaybookPage } from '@/ui/playbooks/PlaybookPage';
import { currentUser } from '../../../http';

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<{ price?: string }>;
}

export default async function Page({ params, searchParams }: Props) {
  if (!(await currentUser())) redirect('/sign-in');
  const playbook = await readPlaybookVersion((await params).id).catch((cause: unknown) => {
    if (cause instanceof Refusal) notFound();
    throw cause;
  });
  return (
    <PlaybookPage
      playbook={playbook}
      others={await listPlaybooks()}
      compareWith={(await searchParams).price ?? 'Overtime'}
    />
  );
}
