import { roleMay } from '@/contract/access/permissions';
import { OBJECT_NAMES } from '@/contract/shared/fields';
import { DataPage } from '@/ui/set-up/data/DataPage';
import { forPage } from '../../../page-unit';

/** Data in and out, as files. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  return (
    <DataPage
      mayBring={OBJECT_NAMES.filter((n) => roleMay(role, 'change', n))}
      mayTake={OBJECT_NAMES.filter((n) => roleMay(role, 'read', n))}
    />
  );
}
