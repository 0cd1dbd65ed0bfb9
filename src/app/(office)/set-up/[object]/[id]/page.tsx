import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { objectName } from '@/contract/registry';
import { readToday } from '@/server/set-up/read-today';
import { isListed } from '@/ui/set-up/listed';
import { ObjectPage } from '@/ui/set-up/objects/ObjectPage';
import { Happened } from '@/ui/work/Happened';
import { forPage } from '../../../../page-unit';

/** One object, or a new one. */
export default async function Page({ params }: { readonly params: Promise<{ object: string; id: string }> }) {
  const { role, today } = await forPage(async (unit) => ({
    role: unit.user.role,
    today: await readToday(unit),
  }));
  const { object: name, id } = await params;
  const object = objectName.safeParse(name).data;
  if (!object || (!isListed(object) && object !== 'company') || !roleMay(role, 'read', object)) notFound();
  return (
    <ObjectPage
      object={object}
      id={decodeURIComponent(id)}
      mayChange={roleMay(role, 'change', object)}
      today={today}
    >
      {object === 'sites' && id !== 'new' && roleMay(role, 'read', 'work-orders') && (
        <Happened object="sites" id={decodeURIComponent(id)} />
      )}
    </ObjectPage>
  );
}
