import { listDrafts } from '@/server/drafts';
import { answerUser } from '../../http';

export function GET(request: Request): Promise<Response> {
  return answerUser(request, listDrafts);
}
