import { z } from 'zod';
import { idText } from '../shared/fields';

/** What whoever leads a crew changes of it for the day: somebody is not there, is there after all, or leads from now on. */
export const ownCrewAsk = z.strictObject({
  crewId: idText,
  technicianId: idText,
  change: z.enum(['away', 'back', 'leads']),
});
