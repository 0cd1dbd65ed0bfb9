import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { objectName } from '@/contract/registry';
import { isInWork } from '@/ui/set-up/listed';
import { ListPage } from '@/ui/set-up/lists/ListPage';
import { forPage } from '../../../page-unit';

/** A list of one kind of object of this section. */
export default async function Page({ params }: { readonly params: Promise<{ object: string }> }) {
  const { role } = await forPage(async (unit) => unit.user);
  const object = objectName.safeParse((await params).object).data;
  if (!object || !isInWork(object) || !roleMay(role, 'read', object)) notFound();
  return <ListPage key={object} object={object} mayChange={roleMay(role, 'change', object)} />;
}
