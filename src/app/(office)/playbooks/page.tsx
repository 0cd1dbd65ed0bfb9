import { redirect } from 'next/navigation';
import { listPlaybooks } from '@/server/playbooks';
import { currentUser } from '../../http';

export default async function Page() {
  if (!(await currentUser())) redirect('/sign-in');
  const [first] = await listPlaybooks();
  if (first) redirect(`/playbooks/${first.id}`);
  return (
    <div className="page">
      <h1>Playbooks</h1>
      <p>There are no playbooks in this installation.</p>
    </div>
  );
}
