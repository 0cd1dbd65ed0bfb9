import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { listPlaybooks, readPlaybookVersion } from '@/server/playbooks/read-playbooks';
import { livePlaybook } from '@/server/shared/playbooks';
import { PlaybookPage } from '@/ui/playbooks/PlaybookPage';
import { forPageOrNull } from '../../../page-unit';

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<{ price?: string | string[] }>;
}

export default async function Page({ params, searchParams }: Props) {
  const { id } = await params;
  const found = await forPageOrNull(async (unit) => ({
    playbook: await readPlaybookVersion(unit, id),
    others: await listPlaybooks(unit),
    livePlaybookId: (await livePlaybook(unit.transaction)).playbookId,
    mayChange: roleMay(unit.user.role, 'change', 'playbooks'),
    mayRun: roleMay(unit.user.role, 'change', 'runs'),
  }));
  if (!found) notFound();
  const { price } = await searchParams;
  return (
    <PlaybookPage
      {...found}
      key={found.playbook.id}
      compareWith={typeof price === 'string' ? price : 'overtimeHour'}
    />
  );
}
