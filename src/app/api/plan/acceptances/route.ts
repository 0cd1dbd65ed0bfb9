import { listAcceptances } from '@/server/plan/drafts';
import { answerReader } from '../../../http';

/** Acceptances, before each of which the live plan was another. */
export function GET(request: Request): Promise<Response> {
  return answerReader(request, listAcceptances);
}
