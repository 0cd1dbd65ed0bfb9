import { z } from 'zod';
import { idText, nameText } from '../shared/fields';

/** A playbook of one's own, as another one is at a version. */
export const copyRequest = z.strictObject({ versionId: idText, name: nameText });
/** By whose prices the live plan is read from now on. */
export const liveRequest = z.strictObject({ playbookId: idText });
