import { listDrafts } from '@/server/plan/drafts';
import { answerReader } from '../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, listDrafts);
}
