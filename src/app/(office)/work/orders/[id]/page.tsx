import { notFound } from 'next/navigation';
import { roleMay } from '@/contract/access/permissions';
import { OrderPage } from '@/ui/work/order/OrderPage';
import { forPage } from '../../../../page-unit';

/** One work order with all that happened to it. */
export default async function Page({ params }: { readonly params: Promise<{ id: string }> }) {
  const { role } = await forPage(async (unit) => unit.user);
  if (!roleMay(role, 'read', 'work-orders')) notFound();
  return <OrderPage id={decodeURIComponent((await params).id)} />;
}
