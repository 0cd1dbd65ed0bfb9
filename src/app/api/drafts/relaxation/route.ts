import { draftRelaxation } from '@/server/runs/made-drafts';
import { answerWriter } from '../../../http';

/** A relaxation tried as a draft. */
export function POST(request: Request): Promise<Response> {
  return answerWriter(request, draftRelaxation, 'write-on-one-picture');
}
