import { previewTemplate } from '@/server/work/messages/outbox';
import { answerAsker } from '../../../../http';

export function POST(request: Request): Promise<Response> {
  return answerAsker(request, previewTemplate);
}
