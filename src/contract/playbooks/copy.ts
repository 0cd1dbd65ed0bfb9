import { z } from 'zod';
import { idText, nameText } from '../shared/fields';
import { playbookContent } from './playbook';

/** A playbook of one's own, as another one is at a version. */
export const copyRequest = z.strictObject({ versionId: idText, name: nameText });
/** A new version of a playbook, made out of one that somebody read. */
export const newVersion = z.strictObject({
  content: playbookContent,
  note: z.string().trim().min(1).max(200),
  /** The version that was changed; another one that holds by now is refused. */
  basedOn: idText,
});
export const playbookChange = z.union([
  z.strictObject({ name: nameText }),
  z.strictObject({ isAway: z.boolean() }),
]);
export const playbookVersions = z.array(
  z.strictObject({
    id: z.string(),
    version: z.int(),
    note: z.string(),
    createdAt: z.string(),
    by: z.string().nullable(),
    isCurrent: z.boolean(),
    content: playbookContent,
  }),
);
export type ListedVersion = z.infer<typeof playbookVersions>[number];
/** By whose prices the live plan is read from now on. */
export const liveRequest = z.strictObject({ playbookId: idText });
