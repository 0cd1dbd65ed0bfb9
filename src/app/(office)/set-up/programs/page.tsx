import { roleMay } from '@/contract/access/permissions';
import { openApiDocument } from '@/contract/openapi';
import { OBJECT_NAMES } from '@/contract/shared/fields';
import { ProgramsPage } from '@/ui/set-up/data/ProgramsPage';
import { forPage } from '../../../page-unit';

/** How programs read and write the same objects. */
export default async function Page() {
  const { role } = await forPage(async (unit) => unit.user);
  return (
    <ProgramsPage
      document={openApiDocument()}
      objects={OBJECT_NAMES.filter((n) => roleMay(role, 'read', n))}
    />
  );
}
