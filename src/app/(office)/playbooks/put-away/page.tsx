import { roleMay } from '@/contract/access/permissions';
import { listPutAway } from '@/server/playbooks/read-playbooks';
import { PutAwayPage } from '@/ui/playbooks/PutAwayPage';
import { forPage } from '../../../page-unit';

export default async function Page() {
  const found = await forPage(async (unit) => ({
    playbooks: await listPutAway(unit),
    mayChange: roleMay(unit.user.role, 'change', 'playbooks'),
  }));
  return <PutAwayPage {...found} />;
}
