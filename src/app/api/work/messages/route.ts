import { listMessages } from '@/server/work/messages/outbox';
import { answerReader } from '../../../http';

export function GET(request: Request): Promise<Response> {
  return answerReader(request, listMessages);
}
