import { RunPage } from '@/ui/runs/RunPage';

export default async function Page({ params }: { readonly params: Promise<{ id: string }> }) {
  return <RunPage id={(await params).id} />;
}
