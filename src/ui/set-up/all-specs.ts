import type { ObjectName } from '@/contract/shared/fields';
import { SPECS, type Spec } from './specs';
import { WORK_SPECS } from './work-specs';

/** How a kind of object is shown and edited, in whatever section it stands. */
export function specOf(object: ObjectName): Spec {
  const spec = SPECS[object] ?? WORK_SPECS[object];
  if (!spec) throw new Error(`${object} has pages of its own`);
  return spec;
}
