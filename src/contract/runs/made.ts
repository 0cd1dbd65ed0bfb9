import { z } from 'zod';
import { extentSchema } from './run';
import { relaxed } from './studies';

/** A relaxation tried as a draft. */
export const draftOfRelaxation = z.strictObject({
  planId: z.string().min(1).max(120),
  extent: extentSchema,
  visitId: z.string().min(1).max(120),
  found: relaxed,
});
export const madeDraft = z.strictObject({ draftId: z.string(), runId: z.string() });
