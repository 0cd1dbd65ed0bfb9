import { notFound } from 'next/navigation';
import { FieldPage } from '@/ui/field/FieldPage';
import { forPage } from '../page-unit';

export const metadata = { manifest: '/field/manifest.webmanifest' };
export const dynamic = 'force-dynamic';

/** The page of technicians: their own day, for a phone. */
export default async function Page() {
  const user = await forPage(async (unit) => unit.user);
  if (user.technicianId == null) notFound();
  return <FieldPage />;
}
