import { redirect } from 'next/navigation';
import { listPlaybooks } from '@/server/playbooks/read-playbooks';
import { forPageOrNull } from '../../page-unit';

export default async function Page() {
  const [first] = (await forPageOrNull(listPlaybooks)) ?? [];
  if (first) redirect(`/playbooks/${first.id}`);
  return (
    <div className="page">
      <h1>Playbooks</h1>
      <p>There is no playbook that you may see.</p>
    </div>
  );
}
