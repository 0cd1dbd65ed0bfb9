import { DraftsPage } from '@/ui/drafts/DraftsPage';

export default function Page() {
  return <DraftsPage />;
}
