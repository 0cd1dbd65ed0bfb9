import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { objectName } from '@/contract/registry';
import { readToday } from '@/server/set-up/read-today';
import { isInWork } from '@/ui/set-up/listed';
import { WorkObjectPage } from '@/ui/work/WorkObjectPage';
import { forPage } from '../../../../page-unit';

/** One object of this section, or a new one. */
export default async function Page({ params }: { readonly params: Promise<{ object: string; id: string }> }) {
  const { role, today } = await forPage(async (unit) => ({
    role: unit.user.role,
    today: await readToday(unit),
  }));
  const { object: name, id } = await params;
  const object = objectName.safeParse(name).data;
  if (!object || !isInWork(object) || !roleMay(role, 'read', object)) notFound();
  return (
    <WorkObjectPage
      object={object}
      id={decodeURIComponent(id)}
      mayChange={roleMay(role, 'change', object)}
      today={today}
    />
  );
}
