import { roleMay } from '@/contract/access/permissions';
import { DraftsPage } from '@/ui/plan/drafts/DraftsPage';
import { forPage } from '../../../page-unit';

export default async function Page() {
  const mayRun = await forPage(async ({ user }) => roleMay(user.role, 'change', 'runs'));
  return <DraftsPage mayRun={mayRun} />;
}
