import { DraftsPage } from '@/ui/plan/drafts/DraftsPage';

export default function Page() {
  return <DraftsPage />;
}
